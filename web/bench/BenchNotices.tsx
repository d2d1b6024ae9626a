import { Notice } from '../ui/Notice';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';

/** What the bench has to say. */
export function BenchNotices({ store }: { store: BenchStore }) {
  const trouble = usePart(store, (state) => state.trouble);
  const problem = usePart(store, (state) => state.problem);
  const isOnDisk = usePart(store, (state) => state.isOnDisk);
  const told = usePart(store, (state) => state.told);
  return (
    <>
      <Notice text={trouble} tone="warning" />
      <Notice text={problem} tone="error" onClose={() => store.dismissProblem()} />
      <Notice
        text={isOnDisk ? null : 'The disk is full: this bench is kept in memory only, until there is room.'}
        tone="warning"
      />
      <Notice
        text={told.length === 0 ? null : sentence(told)}
        tone="info"
        onClose={() => store.dismissTold()}
      />
    </>
  );
}

function sentence(told: readonly string[]): string {
  const text = told.join('; ');
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}
