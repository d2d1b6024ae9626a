import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/useBench';

/** Units that can be brought back to where they should stand, each by one press, and all of them. */
export function RestoreList({ store, isLarge = false }: { store: BenchStore; isLarge?: boolean }) {
  const receivers = usePart(store, (state) => state.receivers);
  const units = receivers.filter((receiver) => receiver.restores);
  const size = isLarge ? 'h-16 px-5 text-3xl' : 'btn-sm min-h-9';
  if (units.length === 0) {
    return <p>The rules that run reach no unit of a rig, so there is nothing to restore.</p>;
  }
  return (
    <ul className="flex flex-wrap gap-2" aria-label="Restore">
      {units.map(({ port, view }) => (
        <li key={port}>
          <button type="button" className={`btn btn-neutral ${size}`} onClick={() => store.restore(port)}>
            {view.face === 'device' ? view.label : port}
          </button>
        </li>
      ))}
      <li>
        <button
          type="button"
          className={`btn btn-primary ${size}`}
          onClick={() => units.forEach(({ port }) => store.restore(port))}
        >
          All of them
        </button>
      </li>
    </ul>
  );
}
