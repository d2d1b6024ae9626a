import { ArrowLeftRight } from 'lucide-react';
import { useState } from 'react';
import type { StandIn } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';
import { StandInDialog } from './StandInDialog';

/** Opens the choice of what stands in at a port; nothing for units of a rig. */
export function StandInButton({
  standIn,
  hears = false,
  store,
}: {
  standIn: StandIn | null;
  hears?: boolean;
  store: BenchStore;
}) {
  const [isOpen, setOpen] = useState(false);
  if (standIn === null || store.rulebook === null) {
    return null;
  }
  const label = `Stand-in at ${standIn.port}`;
  return (
    <>
      <button
        type="button"
        className="btn btn-square min-h-6 btn-ghost btn-xs"
        aria-label={label}
        title={`${label}: choose another device and its channel`}
        onClick={() => setOpen(true)}
      >
        <ArrowLeftRight size={14} />
      </button>
      {isOpen && (
        <StandInDialog standIn={standIn} hears={hears} store={store} onClose={() => setOpen(false)} />
      )}
    </>
  );
}
