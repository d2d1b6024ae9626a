import { useState } from 'react';
import { RestoreList } from '../bench/receivers/RestoreList';
import type { BenchStore } from '../bench/session/BenchStore';

/** Restore, in letters for the dark: the units lie over the switches until it is closed. */
export function RestorePanel({ store }: { store: BenchStore }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="relative">
      <button
        type="button"
        className="btn h-16 px-6 text-3xl btn-neutral"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        Restore
      </button>
      {isOpen && (
        <section
          aria-label="What to restore"
          className="absolute right-0 bottom-20 z-20 flex w-[56rem] max-w-[calc(100vw-1.5rem)] flex-col gap-3 rounded-box border-2 border-base-content bg-base-100 p-4"
        >
          <RestoreList store={store} isLarge />
          <button type="button" className="btn h-16 px-6 text-3xl btn-neutral" onClick={() => setOpen(false)}>
            Close
          </button>
        </section>
      )}
    </div>
  );
}
