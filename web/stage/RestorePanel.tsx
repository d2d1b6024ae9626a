import { useState } from 'react';
import { RestoreList } from '../session/RestoreList';
import type { BenchStore } from '../session/BenchStore';

/** Restore, in letters for the dark: the units lie over the switches until it is closed. */
export function RestorePanel({ store }: { store: BenchStore }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
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
          className="fixed inset-x-3 bottom-40 z-20 flex flex-col gap-3 rounded-box border-2 border-base-content bg-base-100 p-4"
        >
          <RestoreList store={store} isLarge />
          <button type="button" className="btn h-16 px-6 text-3xl btn-neutral" onClick={() => setOpen(false)}>
            Close
          </button>
        </section>
      )}
    </>
  );
}
