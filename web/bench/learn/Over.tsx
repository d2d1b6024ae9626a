import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button';

/** What lies over the picture of the messages while it listens to them: what it is, what is done there next, and the way out. */
export function Over({
  label,
  title,
  aside,
  onClose,
  children,
}: {
  label: string;
  /** What to do now. */
  title: string;
  aside?: ReactNode;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <section
      aria-label={label}
      className="flex max-h-112 flex-col gap-2 overflow-auto rounded-box border-2 border-primary bg-base-200 p-3 shadow-lg"
    >
      <header className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">{title}</h2>
        {aside}
        <Button tone="quiet" iconOnly icon={<X size={18} />} label="Close" onClick={onClose} />
      </header>
      {children}
    </section>
  );
}
