import { useEffect, useRef, useState } from 'react';

const SWING_MS = 700;

/** Something that swings to and fro by itself, as a sensor does that nobody holds still: `play` gets 0 to 1, so often a second. */
export function useSwing(perSecond: number, play: (share: number) => void): [boolean, () => void] {
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
    const timer = setInterval(
      () => latest.current(0.5 + 0.48 * Math.sin((performance.now() - began) / SWING_MS)),
      1000 / perSecond,
    );
    return () => clearInterval(timer);
  }, [isSwinging, perSecond]);
  return [isSwinging, () => setSwinging(!isSwinging)];
}
