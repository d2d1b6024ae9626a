import { swatch } from '../../ui/colours';
import { usePress } from './usePress';

/** A pad or switch: sounds while it is held. */
export function PressButton({
  label,
  text,
  isDown,
  round = false,
  lamp,
  onPress,
  onRelease,
}: {
  label: string;
  text: string;
  isDown: boolean;
  round?: boolean;
  /** The colour of its lamp while it is lit. */
  lamp?: string | undefined;
  onPress: (value: number) => void;
  onRelease: () => void;
}) {
  const press = usePress(onPress, onRelease);
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={isDown}
      className={`face-control flex min-h-8 items-center justify-center border-2 text-sm font-semibold ${round ? 'rounded-full' : 'rounded-field'} ${isDown ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40 bg-base-300'}`}
      {...press}
    >
      {lamp !== undefined && (
        <span
          className="mr-1 size-2.5 shrink-0 rounded-full border border-base-content bg-primary"
          style={{ backgroundColor: swatch(lamp) }}
          role="img"
          aria-label={`lamp ${lamp}`}
          title={`lamp ${lamp}`}
        />
      )}
      <span
        className={`line-clamp-2 min-w-0 leading-tight ${text.length > 3 ? 'text-xs tracking-tighter' : ''}`}
      >
        {text}
      </span>
    </button>
  );
}
