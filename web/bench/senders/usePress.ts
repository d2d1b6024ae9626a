import type { KeyboardEvent, PointerEvent } from 'react';
import { useEffect, useRef } from 'react';

/**
 * Handlers for something that is pressed and let go, by pointer or by Space and Enter.
 *
 * With a pointer the velocity follows how far down it is struck.
 */
export function usePress(press: (value: number) => void, release: () => void) {
  const isDown = useRef(false);
  const letGo = useRef(release);
  letGo.current = release;

  const down = (value: number) => {
    if (!isDown.current) {
      isDown.current = true;
      press(value);
    }
  };
  const up = () => {
    if (isDown.current) {
      isDown.current = false;
      letGo.current();
    }
  };
  useEffect(
    () => () => {
      if (isDown.current) {
        letGo.current();
      }
    },
    [],
  );

  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.button !== 0) {
        return;
      }
      event.currentTarget.setPointerCapture(event.pointerId);
      const box = event.currentTarget.getBoundingClientRect();
      down(Math.round(40 + 87 * Math.min(1, Math.max(0, (event.clientY - box.top) / box.height))));
    },
    onPointerUp: up,
    onPointerCancel: up,
    onKeyDown: (event: KeyboardEvent) => {
      if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) {
        event.preventDefault();
        down(96);
      }
    },
    onKeyUp: (event: KeyboardEvent) => {
      if (event.key === ' ' || event.key === 'Enter') {
        up();
      }
    },
    onBlur: up,
  };
}
