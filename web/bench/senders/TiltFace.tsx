import { useEffect, useRef, useState } from 'react';
import type { Sender } from '../../api/types';

const EVERY_MS = 20;

/** A sensor that streams: by hand, or swinging by itself. */
export function TiltFace({ play }: { sender: Sender; play: (control: string, value: number) => void }) {
  const [value, setValue] = useState(64);
  const [isSwinging, setSwinging] = useState(false);
  const latest = useRef(play);
  useEffect(() => {
    latest.current = play;
  }, [play]);
  useEffect(() => {
    if (!isSwinging) {
      return;
    }
    const began = performance.now();
    const timer = setInterval(() => {
      const next = Math.round(64 + 60 * Math.sin((performance.now() - began) / 700));
      setValue(next);
      latest.current('tilt', next);
    }, EVERY_MS);
    return () => clearInterval(timer);
  }, [isSwinging]);
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
        onChange={(event) => {
          setValue(Number(event.target.value));
          play('tilt', Number(event.target.value));
        }}
      />
      <button
        type="button"
        aria-pressed={isSwinging}
        className={`btn btn-sm ${isSwinging ? 'btn-primary' : 'btn-neutral'}`}
        onClick={() => setSwinging(!isSwinging)}
      >
        {isSwinging ? 'Hold still' : 'Let it swing'}
      </button>
    </div>
  );
}
