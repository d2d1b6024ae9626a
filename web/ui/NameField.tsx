import { useState } from 'react';
import { Field } from './Field';
import { useFocus } from './useFocus';

/** A name that is being changed: Enter or leaving the field keeps it, Escape does not. */
export function NameField({ name, onDone }: { name: string; onDone: (name: string | null) => void }) {
  const [typed, setTyped] = useState(name);
  const field = useFocus();
  const keep = () => onDone(typed.trim() === '' || typed === name ? null : typed);
  return (
    <Field
      ref={field}
      className="input-sm w-full"
      label="New name"
      maxLength={200}
      value={typed}
      onChange={setTyped}
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
