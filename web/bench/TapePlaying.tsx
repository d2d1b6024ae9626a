import { Square } from 'lucide-react';
import { Button } from '../ui/Button';
import type { Playing } from './playing/useTapePlayer';

/** The tape that plays, how far it is, and an end to it. */
export function TapePlaying({ playing, onStop }: { playing: Playing | null; onStop: () => void }) {
  return (
    playing !== null && (
      <div className="flex items-center gap-3 rounded-box border border-base-content/40 bg-base-100 px-3 py-1.5 shadow-lg">
        <Button icon={<Square size={14} />} label="Stop" onClick={onStop} />
        <span className="min-w-0 truncate text-sm">{playing.tape.name}</span>
        <progress
          className="progress min-w-24 flex-1 progress-primary"
          max={1}
          value={playing.progress}
          aria-label="Place on the tape"
        />
      </div>
    )
  );
}
