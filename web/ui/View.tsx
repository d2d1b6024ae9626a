import type { ReactNode } from 'react';
import { useTitle } from './useTitle';

/** A view: what stands below the bar, with its heading, which names the window as well. */
export function View({
  title,
  of,
  className = 'flex min-h-0 flex-1 flex-col gap-2 p-2',
  children,
}: {
  /** Such as "Rig". */
  title: string;
  /** What it is the view of, such as the name of the show. */
  of?: string | undefined;
  className?: string;
  children: ReactNode;
}) {
  useTitle(title, of);
  return (
    <main id={VIEW} tabIndex={-1} className={`outline-none ${className}`}>
      <h1 className="sr-only">
        {title}
        {of === undefined ? '' : `: ${of}`}
      </h1>
      {children}
    </main>
  );
}

/** Where the skip link leads. */
export const VIEW = 'view';
