import { useEffect, useRef, type RefObject } from 'react';

/** Puts the cursor into a field that has just been opened, with its text selected. */
export function useFocus(): RefObject<HTMLInputElement | null> {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  return field;
}
