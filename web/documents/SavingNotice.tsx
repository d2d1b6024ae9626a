import type { ShowLock, StoredDocument } from '../api/types';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { LockNotice } from './LockNotice';
import type { SaveState } from './Saver';

/** What there is to say of the saving of a document: it failed, somebody else has changed it, or all is well and nothing is said. */
export function SavingNotice({
  work,
  what,
}: {
  work: {
    saving: { state: SaveState; retry: () => void };
    told: string | null;
    lock: ShowLock | null;
    left: { take: () => void; drop: () => void } | null;
    resolve: (theirs: StoredDocument, keepMine: boolean) => void;
  };
  /** Such as "rig". */
  what: string;
}) {
  const { state } = work.saving;
  if (state.is === 'conflict') {
    const { theirs } = state;
    return (
      <div role="alert" className="alert flex-wrap alert-error">
        <span>
          {theirs.changedBy === '' ? 'Somebody else' : theirs.changedBy} has changed this {what} meanwhile.
          Nothing is lost: what you do not take stands in its history.
        </span>
        <Button label="Take theirs" onClick={() => work.resolve(theirs, false)} />
        <Button label="Keep mine" onClick={() => work.resolve(theirs, true)} />
      </div>
    );
  }
  return (
    <>
      <Notice text={state.is === 'failed' ? state.text : null} tone="error" />
      {work.left !== null && (
        <div role="alert" className="alert flex-wrap alert-warning">
          <span>
            This browser has a copy of this {what} that was never saved, and it has been changed since.
          </span>
          <Button label="Take the copy" onClick={work.left.take} />
          <Button label="Drop the copy" onClick={work.left.drop} />
        </div>
      )}
      <LockNotice lock={work.lock} />
      <Notice text={work.told} tone="info" />
    </>
  );
}
