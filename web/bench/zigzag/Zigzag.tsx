import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { ArrowDownToLine } from 'lucide-react';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Button } from '../../ui/Button';
import type { Passage } from '../session/passages';
import { Explanation } from './Explanation';
import { rowHeight } from './layout';
import { ZigzagRow } from './ZigzagRow';

const NARROWEST = 520;

/** Every message on its way from the left rail to the right one; time runs down. */
export function Zigzag({
  passages,
  onLine,
  onOpen,
}: {
  passages: readonly Passage[];
  onLine: (line: number) => void;
  /** Opens a folded stream, by the sequence number of its first message. */
  onOpen: (seq: number) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const width = useWidth(scroller);
  const [isFollowing, setFollowing] = useState(true);
  const [selected, setSelected] = useState<number | null>(null);
  const chosenAt = passages.findIndex((passage) => passage.record.seq === selected);
  const rows = useVirtualizer({
    count: passages.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => {
      const passage = passages[index];
      return passage === undefined ? 46 : rowHeight(passage);
    },
    getItemKey: (index) => passages[index]?.record.seq ?? index,
    overscan: 6,
    // The chosen row stays in the page wherever the list is scrolled to, for it is what the keys move on from.
    rangeExtractor: (range: Range) => {
      const shown = defaultRangeExtractor(range);
      return chosenAt < 0 || shown.includes(chosenAt) ? shown : [...shown, chosenAt].sort((a, b) => a - b);
    },
  });

  useLayoutEffect(() => {
    rows.measure();
    if (isFollowing && passages.length > 0) {
      rows.scrollToIndex(passages.length - 1, { align: 'end' });
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the virtualizer itself changes with every draw
  }, [passages, isFollowing]);

  useEffect(() => {
    if (chosenAt >= 0) {
      // The explanation takes room away below, so the message may have gone out of sight.
      const frame = requestAnimationFrame(() => rows.scrollToIndex(chosenAt));
      return () => cancelAnimationFrame(frame);
    }
    return;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when another is selected
  }, [selected]);

  const chosen = passages[chosenAt];
  const choose = (seq: number | null) => {
    setFollowing(false);
    setSelected(seq);
  };
  const select = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
    if (event.key === 'Escape' && chosen !== undefined) {
      event.stopPropagation();
      setSelected(null);
    }
    if (event.key === 'Enter' && chosen?.folded !== undefined) {
      onOpen(chosen.record.seq);
    }
    if (step === undefined || passages.length === 0) {
      return;
    }
    event.preventDefault();
    const next = Math.max(
      0,
      Math.min(passages.length - 1, chosenAt < 0 ? passages.length - 1 : chosenAt + step),
    );
    choose(passages[next]?.record.seq ?? null);
    rows.scrollToIndex(next);
  };

  return (
    <>
      <div className="relative min-h-0 flex-1">
        <div
          ref={scroller}
          role="listbox"
          aria-label="Messages, the latest last"
          aria-activedescendant={chosen === undefined ? undefined : `passage-${chosen.record.seq}`}
          tabIndex={0}
          className="absolute inset-0 overflow-auto"
          onKeyDown={select}
          onScroll={(event) => {
            const { scrollTop, scrollHeight, clientHeight } = event.currentTarget;
            setFollowing(scrollHeight - scrollTop - clientHeight < 60);
          }}
        >
          <div
            role="presentation"
            className="relative"
            style={{ height: rows.getTotalSize(), minWidth: NARROWEST }}
          >
            {rows.getVirtualItems().map((item) => {
              const passage = passages[item.index];
              return (
                passage && (
                  // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the list takes the keys
                  <div
                    key={item.key}
                    id={`passage-${passage.record.seq}`}
                    role="option"
                    tabIndex={-1}
                    aria-posinset={item.index + 1}
                    aria-setsize={passages.length}
                    aria-selected={passage.record.seq === selected}
                    data-fate={passage.record.fate}
                    className={`absolute top-0 left-0 w-full cursor-pointer border-b border-base-300/60 hover:bg-base-300/40 ${passage.record.seq === selected ? 'bg-base-300/70' : ''}`}
                    style={{ transform: `translateY(${item.start}px)` }}
                    onClick={() =>
                      passage.folded === undefined ? choose(passage.record.seq) : onOpen(passage.record.seq)
                    }
                  >
                    <ZigzagRow
                      passage={passage}
                      width={Math.max(width, NARROWEST)}
                      revision={passage.late.length + (passage.folded ?? 0)}
                    />
                  </div>
                )
              );
            })}
          </div>
        </div>
        {!isFollowing && (
          <Button
            tone="primary"
            iconOnly
            className="absolute right-4 bottom-2"
            icon={<ArrowDownToLine size={16} />}
            label="To the latest"
            onClick={() => setFollowing(true)}
          />
        )}
      </div>
      {chosen?.folded === undefined && chosen && (
        <Explanation passage={chosen} onClose={() => setSelected(null)} onLine={onLine} />
      )}
    </>
  );
}

function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(NARROWEST);
  useEffect(() => {
    const observed = element.current;
    if (observed === null) {
      return;
    }
    const observer = new ResizeObserver(() => setWidth(observed.clientWidth));
    observer.observe(observed);
    return () => observer.disconnect();
  }, [element]);
  return width;
}
