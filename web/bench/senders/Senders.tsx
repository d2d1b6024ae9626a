import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/useBench';
import { SenderPanel } from './SenderPanel';

/** The senders that can be played here. */
export function Senders({ store }: { store: BenchStore }) {
  const senders = usePart(store, (state) => state.senders);
  const positions = usePart(store, (state) => state.positions);
  const isOpen = usePart(store, (state) => state.isOpen);
  return (
    <div
      className="flex flex-wrap gap-2 px-2 lg:flex-nowrap lg:overflow-x-auto"
      role="region"
      aria-label="Senders"
    >
      {senders.map((sender) => (
        <SenderPanel key={sender.port} sender={sender} store={store} positions={positions.get(sender.port)} />
      ))}
      {isOpen && senders.length === 0 && (
        <p className="p-4">No in port to play: add a line such as “port keys in” to the rules.</p>
      )}
    </div>
  );
}
