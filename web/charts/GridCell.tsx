import type { ClipboardEvent, KeyboardEvent } from 'react';

const WIDTHS = { wide: 'min-w-72', name: 'min-w-40', narrow: 'min-w-16' };

/** A cell: what is typed counts when it is left, or with Enter; Escape takes it back. */
export function GridCell({
  text,
  label,
  cell,
  isNumber,
  width,
  empty,
  onFocus,
  onDone,
  onMove,
  onPaste,
}: {
  text: string;
  label: string;
  cell: string;
  isNumber: boolean;
  width: keyof typeof WIDTHS;
  /** What it says when nothing stands there. */
  empty: string;
  onFocus: () => void;
  onDone: (text: string) => void;
  onMove: (event: KeyboardEvent<HTMLInputElement>) => void;
  onPaste: (event: ClipboardEvent) => void;
}) {
  return (
    <input
      key={text}
      data-cell={cell}
      aria-label={label}
      className={`input input-sm w-full ${WIDTHS[width]} rounded-none border-transparent bg-transparent ${isNumber ? 'text-right' : ''}`}
      placeholder={empty}
      defaultValue={text}
      onFocus={onFocus}
      onBlur={(event) => {
        if (event.target.value !== text) {
          onDone(event.target.value);
        }
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && event.currentTarget.value !== text) {
          event.preventDefault();
          event.currentTarget.value = text;
        }
        onMove(event);
      }}
      onPaste={onPaste}
    />
  );
}
