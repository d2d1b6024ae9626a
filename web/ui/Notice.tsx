import { X } from 'lucide-react';
import { Button } from './Button';

const TONES = { error: 'alert-error', warning: 'alert-warning', info: 'alert-info' };

/** A message across the page that stays until it is closed, or goes by itself when there is nothing to close. */
export function Notice({
  text,
  tone,
  onClose,
}: {
  text: string | null;
  tone: keyof typeof TONES;
  onClose?: () => void;
}) {
  return (
    text !== null && (
      <div role="alert" className={`alert ${TONES[tone]} flex py-1.5`}>
        <span className="flex-1">{text}</span>
        {onClose && (
          <Button tone="quiet" iconOnly icon={<X size={16} />} label="Close this message" onClick={onClose} />
        )}
      </div>
    )
  );
}
