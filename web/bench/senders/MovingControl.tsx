import type { FaceProps } from './face';
import { short, type Control } from './surfaces';
import { useSwing } from './useSwing';

/** A stream that is faster than this is played in larger steps. */
const FASTEST_PER_SECOND = 50;

/** Keys that move a range; others, such as the Tab that has come here, let go of nothing. */
const MOVES = /^(Arrow|Page|Home$|End$)/;

/** A fader, knob, pedal or wheel; an axis that can swing by itself; an encoder that is turned by steps. */
export function MovingControl({
  control,
  value,
  play,
}: {
  control: Control;
  value: number | undefined;
  play: FaceProps['play'];
}) {
  const { low = 0, high = 127, rest = 0 } = control;
  const at = value ?? rest;
  if (control.isRelative === true) {
    return <Encoder control={control} play={play} />;
  }
  const release = () => rest > low && rest < high && play(control.control, rest);
  const isWheel = control.sort === 'wheel';
  const name = control.label === control.control ? control.control : `${control.control}, ${control.label}`;
  return (
    <label className="flex max-w-20 min-w-7 flex-1 flex-col items-center gap-1 text-xs" title={name}>
      <span className="font-mono text-sm font-semibold">{at}</span>
      <input
        type="range"
        aria-label={name}
        aria-orientation="vertical"
        min={low}
        max={high}
        value={at}
        className="fader min-h-0 w-6 flex-1"
        onChange={(event) => play(control.control, Number(event.target.value))}
        onPointerUp={isWheel ? release : undefined}
        onKeyUp={(event) => isWheel && MOVES.test(event.key) && release()}
      />
      <span className="max-w-full truncate">{short(control)}</span>
      {control.sort === 'axis' && <Swing control={control} low={low} high={high} play={play} />}
    </label>
  );
}

function Encoder({ control, play }: { control: Control; play: FaceProps['play'] }) {
  return (
    <div className="flex max-w-20 min-w-7 flex-1 flex-col items-center gap-1 text-xs">
      {([1, -1] as const).map((step) => (
        <button
          key={step}
          type="button"
          className="btn min-h-0 w-full flex-1 text-lg btn-neutral"
          aria-label={`${control.control} ${step > 0 ? 'up' : 'down'}`}
          onClick={() => play(control.control, step)}
        >
          {step > 0 ? '+' : '−'}
        </button>
      ))}
      <span className="max-w-full truncate">{short(control)}</span>
    </div>
  );
}

function Swing({
  control,
  low,
  high,
  play,
}: {
  control: Control;
  low: number;
  high: number;
  play: FaceProps['play'];
}) {
  const perSecond = Math.min(FASTEST_PER_SECOND, control.perSecond ?? FASTEST_PER_SECOND);
  const [isSwinging, swing] = useSwing(perSecond, (share) =>
    play(control.control, Math.round(low + share * (high - low))),
  );
  return (
    <button
      type="button"
      aria-pressed={isSwinging}
      className={`btn btn-xs ${isSwinging ? 'btn-primary' : 'btn-neutral'}`}
      onClick={swing}
    >
      {isSwinging ? 'Still' : 'Swing'}
    </button>
  );
}
