import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Size } from './measures';

/** An element and how large it is now. */
export function useFrame(): [RefObject<HTMLDivElement | null>, Size] {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = frame.current;
    if (element === null) {
      return;
    }
    const measure = () =>
      setSize((before) => {
        const { clientWidth: width, clientHeight: height } = element;
        return before.width === width && before.height === height ? before : { width, height };
      });
    measure();
    const watched = new ResizeObserver(measure);
    watched.observe(element);
    return () => watched.disconnect();
  }, []);
  return [frame, size];
}
