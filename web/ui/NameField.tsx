import { useState } from 'react';
import { useFocus } from './useFocus';

/** A name that is being changed: Enter or leaving the field keeps it, Escape does not. */
export function NameField({ name, onDone }: { name: string; onDone: (name: string | null) => void }) {
  const [typed, setTyped] = useState(name);
  const field = useFocus();
  const keep = () => onDone(typed.trim() === '' || typed === name ? null : typed);
  return (
    <input
      ref={field}
      className="input input-sm w-full"
      aria-label="New name"
      maxLength={200}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          keep();
        } else if (event.key === 'Escape') {
          event.stopPropagation();
          onDone(null);
        }
      }}
    />
  );
}
