import type { FaceProps } from './face';
import { keysOf, Piano } from './Piano';

/** Piano keys with sustain pedal, modulation and bend. */
export function KeysFace({ sender, at, play }: FaceProps) {
  return (
    <div className="flex h-full gap-2">
      <Wheels at={at} play={play} />
      <Piano keys={keysOf(sender)} at={at} play={play} />
    </div>
  );
}

function Wheels({ at, play }: Pick<FaceProps, 'at' | 'play'>) {
  const sustain = (at('sustain') ?? 0) >= 64;
  const release = () => play('bend', 64);
  return (
    <div className="flex w-24 shrink-0 flex-col justify-between gap-1">
      <label className="text-xs">
        Bend
        <input
          type="range"
          className="range range-xs range-primary w-full"
          min={0}
          max={127}
          value={at('bend') ?? 64}
          onChange={(event) => play('bend', Number(event.target.value))}
          onPointerUp={release}
          onKeyUp={release}
        />
      </label>
      <label className="text-xs">
        Modulation
        <input
          type="range"
          className="range range-xs range-primary w-full"
          min={0}
          max={127}
          value={at('modulation') ?? 0}
          onChange={(event) => play('modulation', Number(event.target.value))}
        />
      </label>
      <button
        type="button"
        aria-pressed={sustain}
        className={`btn btn-sm ${sustain ? 'btn-primary' : 'btn-neutral'}`}
        onClick={() => play('sustain', sustain ? 0 : 127)}
      >
        Sustain
      </button>
    </div>
  );
}
