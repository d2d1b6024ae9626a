import type { ReactNode } from 'react';

/** What scrolls and holds nothing to be pressed: keys reach it as well, under its label. */
export function Scroll({
  label,
  className = '',
  children,
}: {
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <div role="region" aria-label={label} tabIndex={0} className={`overflow-auto ${className}`}>
      {children}
    </div>
  );
}
