import type { ReactNode } from 'react';

/** A framed part of a page with a heading. */
export function Panel({
  title,
  label = title,
  aside,
  children,
  className = '',
  isDense = false,
}: {
  title: string;
  /** What it is called where another part of the page has the same title. */
  label?: string;
  aside?: ReactNode;
  children: ReactNode;
  className?: string;
  /** Where many have to be seen at once. */
  isDense?: boolean;
}) {
  return (
    <section
      aria-label={label}
      className={`flex min-h-0 min-w-0 flex-col rounded-box border border-base-300 bg-base-200 ${className}`}
    >
      <header
        className={`flex shrink-0 items-center gap-2 border-b border-base-300 px-3 ${isDense ? 'min-h-6' : 'min-h-9 flex-wrap py-1'}`}
      >
        <h2 className="truncate text-sm font-semibold">{title}</h2>
        <div className="ml-auto flex min-w-0 items-center gap-1">{aside}</div>
      </header>
      {children}
    </section>
  );
}
