import { Field, Label, Select as Chooser } from '@headlessui/react';
import type { ReactNode, SelectHTMLAttributes } from 'react';

/** A list to choose from, by its name. Give the choices as options. */
export function Select({
  label,
  isLabelShown = false,
  value,
  onChange,
  children,
  className = '',
  fieldClassName = 'flex flex-wrap items-center gap-2',
  labelClassName = '',
  disabled = false,
  ...rest
}: {
  label: string;
  /** Otherwise it is for screen readers only. */
  isLabelShown?: boolean;
  value: string | number | undefined;
  onChange: (chosen: string) => void;
  children: ReactNode;
  className?: string;
  /** Of the name and the list together, where the name is shown. */
  fieldClassName?: string;
  labelClassName?: string;
} & Omit<
  SelectHTMLAttributes<HTMLSelectElement>,
  'onChange' | 'value' | 'aria-label' | 'className' | 'autoFocus'
>) {
  const chooser = (
    <Chooser
      aria-label={isLabelShown ? undefined : label}
      title={isLabelShown ? undefined : label}
      className={`select select-sm ${className}`}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      disabled={disabled}
      {...rest}
    >
      {children}
    </Chooser>
  );
  return isLabelShown ? (
    <Field className="contents">
      <Label className={fieldClassName}>
        <span className={labelClassName}>{label}</span>
        {chooser}
      </Label>
    </Field>
  ) : (
    chooser
  );
}

/** Choices by their values. */
export function Options({ of }: { of: readonly { value: string; label: string }[] }) {
  return of.map(({ value, label }) => (
    <option key={value} value={value}>
      {label}
    </option>
  ));
}
