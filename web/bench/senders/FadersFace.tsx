import type { FaceProps } from './face';

/** A row of faders with their values. */
export function FadersFace({ sender, at, play }: FaceProps) {
  return (
    <div className="flex h-full justify-between gap-1">
      {sender.controls.map(({ control, label }) => (
        <Fader
          key={control}
          name={control}
          label={label}
          value={at(control) ?? 0}
          onMove={(value) => play(control, value)}
        />
      ))}
    </div>
  );
}

function Fader({
  name,
  label,
  value,
  onMove,
}: {
  name: string;
  label: string;
  value: number;
  onMove: (value: number) => void;
}) {
  return (
    <label className="flex min-w-0 flex-1 flex-col items-center gap-1 text-xs">
      <span className="font-mono text-sm font-semibold">{value}</span>
      <input
        type="range"
        aria-label={`${name}, ${label}`}
        aria-orientation="vertical"
        min={0}
        max={127}
        value={value}
        className="fader min-h-0 w-6 flex-1"
        onChange={(event) => onMove(Number(event.target.value))}
      />
      <span>{label.replace('CC ', '')}</span>
    </label>
  );
}
