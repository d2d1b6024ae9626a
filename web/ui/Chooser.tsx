import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Dialog } from './Dialog';
import { useFocus } from './useFocus';

const ROW_PX = 36;

export interface Choice<T> {
  value: T;
  words: string;
}

/** One of many, in a window: found by typing, walked through by arrows, taken by Enter. Only what is seen is drawn. */
export function Chooser<T>({
  title,
  label,
  choices,
  isChosen,
  onChoose,
  onClose,
}: {
  title: string;
  /** What is chosen, such as "Program". */
  label: string;
  choices: readonly Choice<T>[];
  isChosen: (value: T) => boolean;
  onChoose: (value: T) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      choices.findIndex((each) => isChosen(each.value)),
    ),
  );
  const named = useId();
  const field = useFocus();
  const frame = useRef<HTMLDivElement>(null);
  const found = useMemo(() => {
    const words = typed.toLowerCase().split(/\s+/);
    return choices.filter((each) => words.every((word) => each.words.toLowerCase().includes(word)));
  }, [choices, typed]);
  const drawn = useVirtualizer({
    count: found.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 6,
  });
  useEffect(() => {
    if (at < found.length) {
      drawn.scrollToIndex(at);
    }
    // Where it stands counts when it moves, not when rows are measured.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at, found.length]);
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      setAt(Math.max(0, Math.min(found.length - 1, at + step)));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const taken = found[at];
      if (taken !== undefined) {
        onChoose(taken.value);
      }
    }
  };
  return (
    <Dialog title={title} onClose={onClose} width="w-[30rem]">
      <input
        ref={field}
        role="combobox"
        aria-label={label}
        aria-expanded="true"
        aria-controls={named}
        aria-activedescendant={found[at] === undefined ? undefined : `${named} ${at}`}
        autoComplete="off"
        className="input m-3 mb-2 w-auto text-lg"
        placeholder={`Find one of ${choices.length}`}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <div ref={frame} id={named} role="listbox" aria-label={label} className="h-80 overflow-auto px-2">
        <div className="relative" role="presentation" style={{ height: drawn.getTotalSize() }}>
          {drawn.getVirtualItems().map((item) => {
            const each = found[item.index];
            return each === undefined ? null : (
              <div
                key={item.key}
                id={`${named} ${item.index}`}
                role="option"
                tabIndex={-1}
                aria-selected={item.index === at}
                aria-setsize={found.length}
                aria-posinset={item.index + 1}
                className={`absolute inset-x-0 flex cursor-pointer items-center gap-3 rounded-field px-3 ${item.index === at ? 'bg-base-300' : 'hover:bg-base-300'}`}
                style={{ top: item.start, height: ROW_PX }}
                onClick={() => onChoose(each.value)}
                onKeyDown={onKey}
              >
                <span className="min-w-0 flex-1 truncate">{each.words}</span>
                {isChosen(each.value) && <span className="text-sm">now</span>}
              </div>
            );
          })}
        </div>
      </div>
      <p role="status" className="border-t border-base-300 px-4 py-2 text-sm">
        {found.length === 0
          ? 'None has that name.'
          : `${found.length} of ${choices.length}. Arrows choose, Enter takes.`}
      </p>
    </Dialog>
  );
}
