import type { BenchStore } from '../../session/BenchStore';
import type { Receiver } from '../../api/types';
import { usePart } from '../../session/Told';
import { WhenNear } from '../../ui/WhenNear';
import type { Lamps } from './face';
import { SenderPanel } from './SenderPanel';

/** So many are always drawn; of more, those that are seen and those beside them. */
const FEW = 8;
/** The room of one, more or less. */
const HEIGHT_PX = 190;
const WIDTH_PX = 340;

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
      {senders.map((sender) => {
        const panel = (
          <SenderPanel
            key={sender.id}
            sender={sender}
            store={store}
            positions={positions.get(sender.id)}
            lamps={lampsOf(receivers, sender.id)}
          />
        );
        return senders.length <= FEW ? (
          panel
        ) : (
          <WhenNear key={sender.id} estimatePx={HEIGHT_PX} widthPx={WIDTH_PX}>
            {() => panel}
          </WhenNear>
        );
      })}
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
