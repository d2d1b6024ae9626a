import type { BenchStore } from '../../session/BenchStore';
import type { Receiver } from '../../api/types';
import { usePart } from '../../session/Told';
import type { Lamps } from './face';
import { SenderPanel } from './SenderPanel';

/** The senders that can be played here. */
export function Senders({ store }: { store: BenchStore }) {
  const senders = usePart(store, (state) => state.senders);
  const positions = usePart(store, (state) => state.positions);
  const receivers = usePart(store, (state) => state.receivers);
  const isOpen = usePart(store, (state) => state.isOpen);
  return (
    <div
      className="flex flex-wrap gap-2 px-2 lg:flex-nowrap lg:overflow-x-auto"
      role="region"
      aria-label="Senders"
    >
      {senders.map((sender) => (
        <SenderPanel
          key={sender.id}
          sender={sender}
          store={store}
          positions={positions.get(sender.id)}
          lamps={lampsOf(receivers, sender.id)}
        />
      ))}
      {isOpen && senders.length === 0 && (
        <p className="p-4">
          {store.rig === null
            ? 'No in port to play: add a line such as “port keys in” to the rules.'
            : 'Nothing to play: lay a lead from a controller of the rig to an in port of the rules.'}
        </p>
      )}
    </div>
  );
}

const DARK: Lamps = [];

function lampsOf(receivers: readonly Receiver[], unit: string): Lamps {
  return receivers.find((receiver) => receiver.port === unit)?.view.lamps ?? DARK;
}
