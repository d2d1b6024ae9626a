import { useRef, useState } from 'react';

const HOLD_MS = 1200;

/** Does something only when it is held, so that nothing happens by accident. */
export function HoldButton({ label, onHeld }: { label: string; onHeld: () => void }) {
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
  return (
    <button
      type="button"
      className={`btn min-h-14 text-xl ${isHeld ? 'btn-primary' : 'btn-neutral'}`}
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={(event) => {
        if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) {
          event.preventDefault();
          begin();
        }
      }}
      onKeyUp={end}
      onBlur={end}
    >
      {isHeld ? 'Keep holding …' : label}
    </button>
  );
}
