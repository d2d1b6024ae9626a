import type { ShowLock } from '../api/types';
import { Notice } from '../ui/Notice';

/** Says that a show is locked while it is played, by whom, and what can be done meanwhile. */
export function LockNotice({ lock }: { lock: ShowLock | null }) {
  return (
    <Notice
      text={
        lock === null
          ? null
          : `${lock.words}: rules, set list, units and leads stay as they are. Ticks and log can be written. It is unlocked on the stage.`
      }
      tone="info"
    />
  );
}
