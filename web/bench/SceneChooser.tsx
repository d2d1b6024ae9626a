import { useEffect, useRef, type KeyboardEvent } from 'react';

/** The scenes of a show in one row, the current one plain from across a room. One tab stop; arrows go along the row. */
export function SceneChooser({
  titles,
  current,
  onGo,
}: {
  titles: readonly string[];
  current: number;
  onGo: (scene: number) => void;
}) {
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    const button = row.current?.children[current];
    if (row.current !== null && button instanceof HTMLElement) {
      row.current.scrollLeft = button.offsetLeft - row.current.clientWidth / 2 + button.clientWidth / 2;
    }
  }, [current, titles.length]);
  const onKey = (event: KeyboardEvent, at: number) => {
    const next = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: titles.length - 1 }[event.key];
    const button = next === undefined ? undefined : row.current?.children[next];
    if (button instanceof HTMLElement) {
      event.preventDefault();
      event.stopPropagation();
      button.focus();
    }
  };
  return (
    <nav
      ref={row}
      aria-label="Scenes"
      className="relative flex h-[3.75rem] shrink-0 items-start gap-2 overflow-x-auto overflow-y-hidden px-2 pt-1 [scrollbar-width:thin]"
    >
      {titles.map((title, index) => (
        <button
          key={title}
          type="button"
          tabIndex={index === Math.max(0, current) ? 0 : -1}
          aria-current={index === current ? 'step' : undefined}
          className={`min-h-11 flex-1 rounded-box border-2 px-4 text-xl font-semibold whitespace-nowrap ${index === current ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40 bg-base-200'}`}
          onClick={() => onGo(index)}
          onKeyDown={(event) => onKey(event, index)}
        >
          <span className="mr-2 font-mono">{index + 1}</span>
          {title}
        </button>
      ))}
    </nav>
  );
}
