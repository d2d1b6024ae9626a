import { X } from 'lucide-react';
import { Link } from 'react-router';
import { Button } from './Button';

const TONES = {
  error: 'alert-error',
  warning: 'alert-warning',
  info: 'alert-info',
  /** How things are, for as long as they are so. */
  quiet: 'border-2 border-info bg-base-200 text-base-content',
};

/** A message across the page that stays until it is closed, or goes by itself when there is nothing to close. */
export function Notice({
  text,
  tone,
  way,
  action,
  onClose,
}: {
  text: string | null;
  tone: keyof typeof TONES;
  /** Where it can be looked at. */
  way?: { label: string; to: string };
  /** What can be done about it. */
  action?: { label: string; isDisabled: boolean; onPress: () => void } | undefined;
  onClose?: () => void;
}) {
  return (
    text !== null && (
      <div role="alert" className={`alert ${TONES[tone]} flex py-1.5`}>
        <span className="flex-1">{text}</span>
        {way && (
          <Link className="btn btn-sm min-h-9 btn-neutral" to={way.to}>
            {way.label}
          </Link>
        )}
        {action && <Button label={action.label} disabled={action.isDisabled} onClick={action.onPress} />}
        {onClose && (
          <Button tone="quiet" iconOnly icon={<X size={16} />} label="Close this message" onClick={onClose} />
        )}
      </div>
    )
  );
}
