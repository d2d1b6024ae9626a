import { ArrowDownToLine } from 'lucide-react';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Button } from '../../ui/Button';
import { Explanation } from './Explanation';
import type { Lines } from './Lines';
import { ZigzagRow } from './ZigzagRow';

const NARROWEST = 520;
/** Rows drawn beyond those in sight, on either side. */
const AROUND = 6;

/** Every message on its way from the left rail to the right one; time runs down. */
export function Zigzag({
  lines,
  version,
  onLine,
  onOpen,
}: {
  lines: Lines;
  /** Of the lines, which grow. */
  version: number;
  onLine: (line: number) => void;
  /** Opens a folded stream, by the sequence number of its first message. */
  onOpen: (seq: number) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(scroller);
  const [isFollowing, setFollowing] = useState(true);
  const [selected, setSelected] = useState<number | null>(null);
  const [top, setTop] = useState(0);
  const chosenAt = lines.indexOf(selected);

  const scrollTo = (index: number) => {
    const element = scroller.current;
    if (element !== null) {
      const from = lines.heights.offset(index);
      const to = from + lines.heights.of(index);
      if (from < element.scrollTop) {
        element.scrollTop = from;
      } else if (to > element.scrollTop + element.clientHeight) {
        element.scrollTop = to - element.clientHeight;
      }
    }
  };

  useLayoutEffect(() => {
    if (isFollowing && scroller.current !== null) {
      scroller.current.scrollTop = lines.heights.total();
      setTop(scroller.current.scrollTop);
    }
  }, [lines, version, isFollowing, height]);

  useEffect(() => {
    if (selected !== null) {
      // The explanation takes room away below, so the message may have gone out of sight.
      const frame = requestAnimationFrame(() => scrollTo(lines.indexOf(selected)));
      return () => cancelAnimationFrame(frame);
    }
    return;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when another is selected
  }, [selected]);

  const chosen = lines.at(chosenAt);
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
    if (step === undefined || lines.length === 0) {
      return;
    }
    event.preventDefault();
    const next = Math.max(0, Math.min(lines.length - 1, chosenAt < 0 ? lines.length - 1 : chosenAt + step));
    choose(lines.at(next)?.record.seq ?? null);
    scrollTo(next);
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
            setTop(scrollTop);
            setFollowing(scrollHeight - scrollTop - clientHeight < 60);
          }}
        >
          <div
            role="presentation"
            className="relative"
            style={{ height: lines.heights.total(), minWidth: NARROWEST }}
          >
            {shownRows(lines, top, height, chosenAt).map((index) => {
              const passage = lines.at(index);
              return (
                passage && (
                  // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the list takes the keys
                  <div
                    key={passage.record.seq}
                    id={`passage-${passage.record.seq}`}
                    role="option"
                    tabIndex={-1}
                    aria-posinset={index + 1}
                    aria-setsize={lines.length}
                    aria-selected={passage.record.seq === selected}
                    data-fate={passage.record.fate}
                    className={`absolute top-0 left-0 w-full cursor-pointer border-b border-base-300/60 hover:bg-base-300/40 ${passage.record.seq === selected ? 'bg-base-300/70' : ''}`}
                    style={{ transform: `translateY(${lines.heights.offset(index)}px)` }}
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

/** The rows in sight, some around them, and the chosen one wherever it is, for it is what the keys move on from. */
function shownRows(lines: Lines, top: number, height: number, chosenAt: number): number[] {
  if (lines.length === 0) {
    return [];
  }
  const first = Math.max(0, lines.heights.at(top) - AROUND);
  const last = Math.min(lines.length - 1, lines.heights.at(top + height) + AROUND);
  const rows = Array.from({ length: last - first + 1 }, (_, index) => first + index);
  return chosenAt < 0 || (chosenAt >= first && chosenAt <= last)
    ? rows
    : [...rows, chosenAt].sort((a, b) => a - b);
}

function useSize(element: React.RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: NARROWEST, height: 600 });
  useEffect(() => {
    const observed = element.current;
    if (observed === null) {
      return;
    }
    const observer = new ResizeObserver(() =>
      setSize({ width: observed.clientWidth, height: observed.clientHeight }),
    );
    observer.observe(observed);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
