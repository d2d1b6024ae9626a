import { X } from 'lucide-react';
import { RestoreList } from '../session/RestoreList';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { Button } from '../ui/Button';

/** What helps after a panic; it lies over the view, so that nothing moves. */
export function AfterPanic({ store }: { store: BenchStore }) {
  const hasPanicked = usePart(store, (state) => state.hasPanicked);
  const canRestore = usePart(store, (state) => state.receivers).some((receiver) => receiver.restores);
  if (!hasPanicked || !canRestore) {
    return null;
  }
  return (
    <section
      aria-label="After the panic"
      className="absolute top-14 right-3 z-30 flex max-w-md flex-col gap-2 rounded-box border border-base-content/40 bg-base-100 p-3 shadow-lg"
    >
      <div className="flex items-start gap-3">
        <p className="text-sm">
          Silence is sent: notes ended, pedals up, delays cancelled. Where a unit stands wrong now, restore
          it: its program, then the values that it does not store, lamps last.
        </p>
        <Button iconOnly tone="quiet" icon={<X size={18} />} label="Close" onClick={store.dismissPanic} />
      </div>
      <RestoreList store={store} />
    </section>
  );
}
