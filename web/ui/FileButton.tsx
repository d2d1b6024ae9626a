import { useRef, type ReactNode } from 'react';
import { Button } from './Button';

/** A button that lets a file be chosen. The same file can be chosen again. */
export function FileButton({
  label,
  icon,
  accept,
  what,
  tone,
  disabled = false,
  onFile,
}: {
  label: string;
  icon: ReactNode;
  /** Endings of the files offered. */
  accept: string;
  /** What is chosen, for screen readers. */
  what: string;
  tone?: 'plain' | 'primary';
  disabled?: boolean;
  onFile: (file: File) => void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        tone={tone ?? 'plain'}
        icon={icon}
        label={label}
        disabled={disabled}
        onClick={() => chooser.current?.click()}
      />
      <input
        ref={chooser}
        type="file"
        className="hidden"
        aria-label={what}
        accept={accept}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen !== undefined) {
            onFile(chosen);
          }
          event.target.value = '';
        }}
      />
    </>
  );
}
