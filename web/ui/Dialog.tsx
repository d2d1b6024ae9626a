import { X } from 'lucide-react';
import { createContext, useContext, useEffect, useId, useRef, type ReactNode } from 'react';
import { Button } from './Button';

/** Whether something beside windows goes on to be used while they are open, such as a guide that tells what to do in them. */
export const GoesOnBeside = createContext(false);

/** A window over the page: Escape and the cross close it, and the keyboard stays in it. */
export function Dialog({
  title,
  aside,
  children,
  onClose,
  width = 'w-[46rem]',
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  onClose: () => void;
  width?: string;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  const heading = useId();
  // A modal window would shut it out. What was so when the window opened stays so.
  const isBeside = useRef(useContext(GoesOnBeside)).current;
  useEffect(() => (isBeside ? dialog.current?.show() : dialog.current?.showModal()), [isBeside]);
  return (
    <dialog
      ref={dialog}
      aria-labelledby={heading}
      className={`m-auto flex max-h-[85vh] overflow-hidden max-w-[95vw] flex-col rounded-box border border-base-300 bg-base-200 p-0 text-base-content backdrop:bg-black/60 ${isBeside ? 'fixed inset-x-0 top-4 z-40 mt-0 shadow-2xl' : ''} ${width}`}
      onClose={onClose}
      onKeyDown={(event) => {
        if (isBeside && event.key === 'Escape') {
          event.stopPropagation();
          dialog.current?.close();
        }
      }}
    >
      <header className="flex items-center gap-2 border-b border-base-300 p-3">
        <h2 id={heading} className="flex-1 text-lg font-semibold">
          {title}
        </h2>
        {aside}
        <Button
          tone="quiet"
          iconOnly
          icon={<X size={18} />}
          label="Close"
          onClick={() => dialog.current?.close()}
        />
      </header>
      {children}
    </dialog>
  );
}
