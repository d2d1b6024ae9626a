import { useState } from 'react';
import { usePress } from './usePress';

/** A pad or switch: sounds while it is held. */
export function PressButton({
  label,
  text,
  round = false,
  onPress,
  onRelease,
}: {
  label: string;
  text: string;
  round?: boolean;
  onPress: (value: number) => void;
  onRelease: () => void;
}) {
  const [isDown, setDown] = useState(false);
  const press = usePress(
    (value) => {
      setDown(true);
      onPress(value);
    },
    () => {
      setDown(false);
      onRelease();
    },
  );
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
