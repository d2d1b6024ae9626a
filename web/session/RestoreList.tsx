import { TriangleAlert } from 'lucide-react';
import type { BenchStore } from './BenchStore';
import { usePart } from './Told';

/** Units that can be brought back to where they should stand, each by one press, and all that cannot hurt anybody. */
export function RestoreList({ store, isLarge = false }: { store: BenchStore; isLarge?: boolean }) {
  const receivers = usePart(store, (state) => state.receivers);
  const units = receivers.filter((receiver) => receiver.restores);
  const harmless = units.filter((unit) => unit.hazards.length === 0);
  const hazards = [...new Set(units.flatMap((unit) => unit.hazards))];
  const size = isLarge ? 'h-16 px-5 text-3xl' : 'btn-sm min-h-9';
  if (units.length === 0) {
    return <p>The rules that run reach no unit of a rig, so there is nothing to restore.</p>;
  }
  return (
    <>
      <ul className="flex flex-wrap gap-2" aria-label="Restore">
        {units.map(({ port, hazards, view }) => (
          <li key={port}>
            <button
              type="button"
              className={`btn btn-neutral ${size}`}
              title={hazards.length === 0 ? undefined : `Careful: ${hazards.join(', ')}`}
              onClick={() => store.restore(port)}
            >
              {hazards.length > 0 && <TriangleAlert size={isLarge ? 28 : 16} aria-label="careful" />}
              {view.label}
            </button>
          </li>
        ))}
        {harmless.length > 1 && (
          <li>
            <button
              type="button"
              className={`btn btn-primary ${size}`}
              onClick={() => harmless.forEach(({ port }) => store.restore(port))}
            >
              {harmless.length === units.length ? 'All of them' : 'All others'}
            </button>
          </li>
        )}
      </ul>
      {units.some((unit) => unit.byHand.length > 0) && (
        <ul aria-label="Jobs for a hand" className={isLarge ? 'text-[1.75rem] leading-tight' : 'text-xs'}>
          {units
            .filter((unit) => unit.byHand.length > 0)
            .map(({ port, byHand, view }) => (
              <li key={port}>
                {view.label}: set {byHand.join(', ')} by hand; a message would only toggle or trigger it.
              </li>
            ))}
        </ul>
      )}
      {hazards.length > 0 && (
        <p className={isLarge ? 'text-xl' : 'text-xs'}>
          <TriangleAlert className="inline" size={isLarge ? 22 : 14} aria-hidden /> {hazards.join(', ')}: look
          first who stands there and what is turned up; “All others” leaves these out.
        </p>
      )}
    </>
  );
}
