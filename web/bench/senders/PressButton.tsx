import { usePress } from './usePress';

/** A pad or switch: sounds while it is held. */
export function PressButton({
  label,
  text,
  isDown,
  round = false,
  onPress,
  onRelease,
}: {
  label: string;
  text: string;
  isDown: boolean;
  round?: boolean;
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
      {text}
    </button>
  );
}
