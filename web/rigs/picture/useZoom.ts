import { useCallback, useEffect, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { fitting, type Point, type Size } from './measures';

/** Which part of the picture is seen: its upper left corner, and how large a unit of the picture is. */
export interface Seen extends Point {
  scale: number;
}

export interface Zoom {
  seen: Seen;
  isWhole: boolean;
  by: (factor: number, around?: Point) => void;
  fit: () => void;
  /** Moves so that a part of the picture is seen. */
  show: (part: Point & Size) => void;
  center: (on: Point) => void;
  /** For fingers and the mouse on the ground of the picture. */
  hand: {
    onPointerDown: (event: PointerEvent) => void;
    onPointerMove: (event: PointerEvent) => void;
    onPointerUp: (event: PointerEvent) => void;
    onPointerCancel: (event: PointerEvent) => void;
  };
}

const [LEAST, MOST] = [0.15, 4];
/** A finger that slips so little is still a press. */
const SLIP_PX = 4;

/** Zooming and moving in a picture: by wheel, two fingers, drag and keys; all of it is seen until somebody moves. */
export function useZoom(frame: RefObject<HTMLDivElement | null>, size: Size, picture: Size): Zoom {
  const [moved, setMoved] = useState<Seen | null>(null);
  const scale = fitting(picture, size);
  const whole: Seen = {
    scale,
    x: (picture.width - size.width / scale) / 2,
    y: picture.height * scale < size.height ? 0 : (picture.height - size.height / scale) / 2,
  };
  const seen = moved ?? whole;
  const latest = useRef(seen);
  latest.current = seen;
  const to = useCallback(
    (next: Seen) => {
      const [width, height] = [size.width / next.scale, size.height / next.scale];
      // A corner of the picture stays in sight.
      setMoved({
        scale: next.scale,
        x: Math.max(-width / 2, Math.min(picture.width - width / 2, next.x)),
        y: Math.max(-height / 2, Math.min(picture.height - height / 2, next.y)),
      });
    },
    [size, picture.width, picture.height],
  );
  const by = useCallback(
    (factor: number, around: Point = { x: size.width / 2, y: size.height / 2 }) => {
      const before = latest.current;
      const next = Math.max(LEAST, Math.min(MOST, before.scale * factor));
      to({
        scale: next,
        x: before.x + around.x / before.scale - around.x / next,
        y: before.y + around.y / before.scale - around.y / next,
      });
    },
    [size, to],
  );
  useWheel(frame, by);
  const hand = useHand(frame, latest, to, by);
  return {
    seen,
    isWhole: moved === null,
    by,
    fit: () => setMoved(null),
    center: (on) => {
      const now = latest.current;
      to({ ...now, x: on.x - size.width / now.scale / 2, y: on.y - size.height / now.scale / 2 });
    },
    show: (part) => {
      const now = latest.current;
      const [width, height] = [size.width / now.scale, size.height / now.scale];
      const x = Math.min(part.x - 8, Math.max(now.x, part.x + part.width + 8 - width));
      const y = Math.min(part.y - 8, Math.max(now.y, part.y + part.height + 8 - height));
      if (x !== now.x || y !== now.y) {
        to({ ...now, x, y });
      }
    },
    hand,
  };
}

function useWheel(frame: RefObject<HTMLDivElement | null>, by: Zoom['by']): void {
  useEffect(() => {
    const element = frame.current;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element?.getBoundingClientRect();
      by(Math.exp(-event.deltaY / 400), {
        x: event.clientX - (box?.left ?? 0),
        y: event.clientY - (box?.top ?? 0),
      });
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [frame, by]);
}

function useHand(
  frame: RefObject<HTMLDivElement | null>,
  latest: RefObject<Seen>,
  to: (next: Seen) => void,
  by: Zoom['by'],
): Zoom['hand'] {
  const fingers = useRef(new Map<number, Point>());
  const hasSlipped = useRef(false);
  const onUp = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
  };
  return {
    onPointerDown: (event) => {
      fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
      hasSlipped.current = false;
    },
    onPointerMove: (event) => {
      const before = fingers.current.get(event.pointerId);
      if (before === undefined) {
        return;
      }
      const now = { x: event.clientX, y: event.clientY };
      if (!hasSlipped.current && Math.hypot(now.x - before.x, now.y - before.y) < SLIP_PX) {
        return;
      }
      if (!hasSlipped.current) {
        hasSlipped.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }
      const other = [...fingers.current].find(([id]) => id !== event.pointerId)?.[1];
      fingers.current.set(event.pointerId, now);
      const seen = latest.current;
      if (other === undefined) {
        to({
          ...seen,
          x: seen.x - (now.x - before.x) / seen.scale,
          y: seen.y - (now.y - before.y) / seen.scale,
        });
      } else {
        const box = frame.current?.getBoundingClientRect();
        const apart = (one: Point) => Math.hypot(one.x - other.x, one.y - other.y);
        by(apart(now) / Math.max(1, apart(before)), {
          x: (now.x + other.x) / 2 - (box?.left ?? 0),
          y: (now.y + other.y) / 2 - (box?.top ?? 0),
        });
      }
    },
    onPointerUp: onUp,
    onPointerCancel: onUp,
  };
}
