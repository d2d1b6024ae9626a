import type { EffectView } from '../../api/types';

/** What an effect box is doing: its preset, pedal and bypass. */
export function EffectFace({ view, isDense }: { view: EffectView; isDense: boolean }) {
  return (
    <div className="flex items-center gap-3">
      <span
        className={`flex shrink-0 items-center justify-center rounded-field border-2 border-primary font-mono text-3xl font-semibold text-primary ${isDense ? 'h-10 w-14' : 'h-14 w-14'}`}
        aria-label={`Preset ${view.preset}`}
        role="img"
      >
        {view.preset}
      </span>
      <div className="min-w-0 flex-1">
        <p className="truncate font-semibold">{view.presetName}</p>
        <p className="text-xs">
          counts from {view.presetsFrom} · {view.isBypassed ? <b className="text-warning">bypassed</b> : 'on'}
        </p>
        <label className="flex items-center gap-2 text-xs">
          pedal
          <progress
            className="progress progress-primary h-2 flex-1"
            max={127}
            value={view.pedal}
            aria-label="Pedal"
          />
          <b className="w-8 text-right font-mono">{view.pedal}</b>
        </label>
      </div>
    </div>
  );
}
