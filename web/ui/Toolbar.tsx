import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';

/** Buttons that Tab comes to once: arrows go from one to the next, Home and End to the ends. Tab comes back to the one that was used last. */
export function Toolbar({ label, children }: { label: string; children: ReactNode }) {
  const bar = useRef<HTMLDivElement>(null);
  const stop = useRef<Element | null>(null);
  const buttons = () => [
    ...(bar.current?.querySelectorAll<HTMLButtonElement>('button:not(:disabled)') ?? []),
  ];
  const stopAtOne = () => {
    const all = buttons();
    if (!all.some((each) => each === stop.current)) {
      stop.current = all[0] ?? null;
    }
    all.forEach((each) => (each.tabIndex = each === stop.current ? 0 : -1));
  };
  useEffect(stopAtOne);
  const onKeyDown = (event: KeyboardEvent) => {
    const all = buttons();
    const at = all.findIndex((each) => each === document.activeElement);
    const next = at === -1 ? null : leadsTo(event.key, at, all.length);
    if (next !== null) {
      event.preventDefault();
      all[next]?.focus();
    }
  };
  return (
    <div
      ref={bar}
      role="toolbar"
      aria-label={label}
      className="flex min-w-0 flex-wrap items-center gap-1"
      onKeyDown={onKeyDown}
      onFocus={(event) => {
        stop.current = event.target;
        stopAtOne();
      }}
    >
      {children}
    </div>
  );
}

/** The place that a key leads to, if it leads anywhere. */
function leadsTo(key: string, at: number, count: number): number | null {
  switch (key) {
    case 'ArrowRight':
      return (at + 1) % count;
    case 'ArrowLeft':
      return (at + count - 1) % count;
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    default:
      return null;
  }
}
