import type { BenchStore } from '../../session/BenchStore';
import { usePart } from '../../session/Told';
import { ReceiverPanel } from './ReceiverPanel';

/** Receivers that have all the room they want; with more, all are drawn smaller so that they can be seen at once. */
const ROOMY = 4;

/** What the receivers make of what they hear, and the memories. */
export function Receivers({ store }: { store: BenchStore }) {
  const receivers = usePart(store, (state) => state.receivers);
  const memories = usePart(store, (state) => state.memories);
  const isCrowded = receivers.length > ROOMY;
  return (
    <div
      className={`flex h-full flex-col overflow-auto max-lg:max-h-[28rem] ${isCrowded ? 'gap-1' : 'gap-2'}`}
      role="region"
      aria-label="Receivers"
      tabIndex={0}
    >
      {receivers.map((receiver) => (
        <ReceiverPanel key={receiver.port} receiver={receiver} isDense={isCrowded} store={store} />
      ))}
      {memories.length > 0 && (
        <dl className="flex flex-wrap gap-x-4 px-3 py-1 text-sm" aria-label="Memories and groups">
          {memories.map(({ name, value }) => (
            <div key={name} className="flex gap-2">
              <dt>{name}</dt>
              <dd className="font-mono font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  );
}
