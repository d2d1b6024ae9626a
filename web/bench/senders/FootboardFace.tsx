import type { FaceProps } from './face';
import { PressButton } from './PressButton';

/** Eight foot switches and a pedal that is worn at both ends. */
export function FootboardFace({ sender, at, play }: FaceProps) {
  const pedal = at('pedal') ?? 0;
  return (
    <div className="flex h-full gap-3">
      <div className="grid flex-1 grid-cols-4 gap-2">
        {sender.controls
          .filter(({ control }) => control.startsWith('switch'))
          .map(({ control, label }) => (
            <PressButton
              key={control}
              round
              label={`Foot switch ${label}`}
              text={label}
              isDown={(at(control) ?? 0) > 0}
              onPress={() => play(control, 127)}
              onRelease={() => play(control, 0)}
            />
          ))}
      </div>
      <label className="flex w-14 flex-col items-center gap-1 text-xs">
        <span className="font-mono text-sm font-semibold">{Math.round((pedal / 127) * 100)} %</span>
        <input
          type="range"
          aria-label="Pedal"
          aria-orientation="vertical"
          min={0}
          max={127}
          value={pedal}
          className="fader min-h-0 w-8 flex-1"
          onChange={(event) => play('pedal', Number(event.target.value))}
        />
        <span>Pedal</span>
      </label>
    </div>
  );
}
