import { useRef, useState } from 'react';

const HOLD_MS = 1200;

/** Does something only when it is held, so that nothing happens by accident. It stays as large as it is, whatever it says. */
export function HoldButton({
  label,
  isSmall = false,
  onHeld,
}: {
  label: string;
  /** Among other things, and not to be hit in the dark. */
  isSmall?: boolean;
  onHeld: () => void;
}) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [isHeld, setHeld] = useState(false);
  const begin = () => {
    setHeld(true);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      setHeld(false);
      onHeld();
    }, HOLD_MS);
  };
  const end = () => {
    setHeld(false);
    clearTimeout(timer.current);
  };
  const says = [label, 'Keep holding …'];
  return (
    <button
      type="button"
      aria-label={says[isHeld ? 1 : 0]}
      className={`btn grid h-auto touch-none select-none ${isSmall ? 'btn-sm mt-1 min-h-9' : 'min-h-16 px-6 py-2 text-[1.75rem] leading-tight'} ${isHeld ? 'btn-primary' : 'btn-neutral'}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId); // a finger that slips a little still holds
        begin();
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={(event) => {
        if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) {
          event.preventDefault();
          begin();
        }
      }}
      onKeyUp={end}
      onBlur={end}
    >
      {says.map((text, index) => (
        <span
          key={index}
          className={`col-start-1 row-start-1 ${(index === 1) === isHeld ? '' : 'invisible'}`}
          aria-hidden="true"
        >
          {text}
        </span>
      ))}
    </button>
  );
}
