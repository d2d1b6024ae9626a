import { useState } from 'react';
import type { Sender } from '../../api/types';
import { useSwing } from './useSwing';

const PER_SECOND = 50;

/** A sensor that streams: by hand, or swinging by itself. */
export function TiltFace({ play }: { sender: Sender; play: (control: string, value: number) => void }) {
  const [value, setValue] = useState(64);
  const to = (next: number) => {
    setValue(next);
    play('tilt', next);
  };
  const [isSwinging, swing] = useSwing(PER_SECOND, (share) => to(Math.round(127 * share)));
  return (
    <div className="flex h-full flex-col justify-between gap-2">
      <span className="self-center font-mono text-3xl font-semibold">{value}</span>
      <input
        type="range"
        aria-label="Tilt"
        min={0}
        max={127}
        value={value}
        className="range range-primary w-full"
        onChange={(event) => to(Number(event.target.value))}
      />
      <button
        type="button"
        aria-pressed={isSwinging}
        className={`btn btn-sm ${isSwinging ? 'btn-primary' : 'btn-neutral'}`}
        onClick={swing}
      >
        {isSwinging ? 'Hold still' : 'Let it swing'}
      </button>
    </div>
  );
}
