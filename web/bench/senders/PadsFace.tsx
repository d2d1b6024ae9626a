import type { FaceProps } from './face';
import { PressButton } from './PressButton';

/** Sixteen pads, the first at the bottom left. */
export function PadsFace({ sender, at, play }: FaceProps) {
  const rows = [12, 8, 4, 0].flatMap((first) => sender.controls.slice(first, first + 4));
  return (
    <div className="grid h-full grid-cols-4 gap-1">
      {rows.map(({ control, label }) => (
        <PressButton
          key={control}
          label={`Pad ${label}`}
          text={label}
          isDown={(at(control) ?? 0) > 0}
          onPress={(value) => play(control, value)}
          onRelease={() => play(control, 0)}
        />
      ))}
    </div>
  );
}
