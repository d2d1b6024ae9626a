import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Tone = 'plain' | 'primary' | 'danger' | 'quiet';

const TONES: Record<Tone, string> = {
  plain: 'btn-neutral',
  primary: 'btn-primary',
  danger: 'btn-error',
  quiet: 'btn-ghost',
};

/** The one button. `icon` stands before the label; give `label` alone for icon-only buttons. */
export function Button({
  tone = 'plain',
  icon,
  label,
  iconOnly = false,
  className = '',
  ...rest
}: {
  tone?: Tone;
  icon?: ReactNode;
  label: string;
  iconOnly?: boolean;
} & Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'children'>) {
  return (
    <button
      type="button"
      className={`btn btn-sm min-h-9 gap-2 ${TONES[tone]} ${iconOnly ? 'btn-square' : ''} ${className}`}
      aria-label={iconOnly ? label : undefined}
      title={iconOnly ? label : undefined}
      {...rest}
    >
      {icon}
      {!iconOnly && <span>{label}</span>}
    </button>
  );
}
