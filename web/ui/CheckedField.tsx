import { Description, Field, Input, Label } from '@headlessui/react';
import { useState } from 'react';

/** What is made of what was typed: a value, or why it is none. */
export type Read<T> = { value: T } | { why: string };

/**
 * A field that keeps what is typed and looks at it when it is left, or with Enter. What cannot be taken stays as it was typed, with the reason
 * beneath, and what counted before goes on to count; Escape brings that back.
 */
export function CheckedField<T>({
  label,
  isLabelShown = true,
  text,
  read,
  onKeep,
  inputMode = 'text',
  placeholder,
  className = 'input w-full',
}: {
  label: string;
  /** Otherwise it is for screen readers only. */
  isLabelShown?: boolean;
  /** What counts now. */
  text: string;
  read: (typed: string) => Read<T>;
  onKeep: (value: T) => void;
  inputMode?: 'text' | 'decimal';
  placeholder?: string;
  className?: string;
}) {
  const [typed, setTyped] = useState(text);
  const [why, setWhy] = useState<string | null>(null);
  const [counted, setCounted] = useState(text);
  if (counted !== text) {
    // Something else counts now: what was typed before is gone.
    setCounted(text);
    setTyped(text);
    setWhy(null);
  }
  const keep = () => {
    if (typed.trim() === text) {
      setWhy(null);
      return;
    }
    const made = read(typed.trim());
    if ('why' in made) {
      setWhy(made.why);
    } else {
      setWhy(null);
      onKeep(made.value);
    }
  };
  const input = (
    <Input
      className={`${className} ${why === null ? '' : 'input-error'}`}
      aria-label={isLabelShown ? undefined : label}
      invalid={why !== null}
      inputMode={inputMode}
      placeholder={placeholder}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          keep();
        } else if (event.key === 'Escape' && typed !== text) {
          event.preventDefault();
          setTyped(text);
          setWhy(null);
        }
      }}
    />
  );
  return (
    <Field className="contents">
      {isLabelShown ? (
        <Label className="flex flex-col gap-1 text-sm">
          {label}
          {input}
        </Label>
      ) : (
        input
      )}
      {why !== null && (
        <Description role="alert" className="text-sm text-error">
          {why}
        </Description>
      )}
    </Field>
  );
}

/** Reads a number with a point or a comma; nothing typed is none. */
export const numberFrom =
  (low: number, high: number, unit: string) =>
  (typed: string): Read<number | null> => {
    if (typed === '') {
      return { value: null };
    }
    const value = /^-?\d+([.,]\d+)?$/.test(typed) ? Number(typed.replace(',', '.')) : NaN;
    return value >= low && value <= high
      ? { value }
      : { why: `“${typed}” is not from ${low} to ${high} ${unit}; it still counts as before.` };
  };
