import { Field as Named, Input, Label } from '@headlessui/react';
import type { InputHTMLAttributes, Ref } from 'react';

/** A line of text that is typed, by its name. */
export function Field({
  label,
  isLabelShown = false,
  value,
  onChange,
  className = '',
  fieldClassName = 'flex flex-col gap-1 text-sm',
  disabled = false,
  ...rest
}: {
  label: string;
  /** Otherwise it is for screen readers only. */
  isLabelShown?: boolean;
  value: string;
  onChange: (typed: string) => void;
  className?: string;
  /** Of the name and what is typed together, where the name is shown. */
  fieldClassName?: string;
  ref?: Ref<HTMLInputElement>;
} & Omit<
  InputHTMLAttributes<HTMLInputElement>,
  'onChange' | 'value' | 'aria-label' | 'className' | 'autoFocus'
>) {
  const input = (
    <Input
      aria-label={isLabelShown ? undefined : label}
      className={`input ${className}`}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      disabled={disabled}
      {...rest}
    />
  );
  return isLabelShown ? (
    <Named className="contents">
      <Label className={fieldClassName}>
        {label}
        {input}
      </Label>
    </Named>
  ) : (
    input
  );
}
