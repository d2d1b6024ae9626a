import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { keysOf } from './Piano';
import type { Sender } from '../../api/types';

interface Finger {
  key: number;
  number: number;
  startX: number;
  startY: number;
  x: number;
  y: number;
}

const FINGERS = 10;
const CENTRE = 8192;
const SEMITONES = 48;
const SCALE = [0, 2, 4, 5, 7, 9, 11, 12, 14];
const IS_BLACK = [false, true, false, true, false, false, true, false, true, false, true, false];

/**
 * A surface for many fingers: across is bend, up is pressure, the height is timbre.
 *
 * On the keyboard the digits 1 to 9 hold keys of a scale, the arrows bend and press what is held.
 */
export function SlabFace({
  sender,
  play,
}: {
  sender: Sender;
  play: (control: string, value: number) => void;
}) {
  const keys = keysOf(sender);
  const lowest = keys[0] ?? 48;
  const [fingers, setFingers] = useState<readonly Finger[]>([]);
  const held = useRef(new Map<string, Finger>());
  const surface = useRef<HTMLDivElement>(null);

  const show = () => setFingers([...held.current.values()]);
  const begin = (id: string, key: number, x: number, y: number, velocity: number) => {
    const used = [...held.current.values()].map((each) => each.number);
    const number = Array.from({ length: FINGERS }, (_, index) => index + 1).find(
      (each) => !used.includes(each),
    );
    if (number !== undefined && !held.current.has(id)) {
      held.current.set(id, { key, number, startX: x, startY: y, x, y });
      play(`finger ${number} key ${key}`, velocity);
      show();
    }
  };
  const move = (id: string, x: number, y: number) => {
    const finger = held.current.get(id);
    if (finger === undefined) {
      return;
    }
    const semitones = (x - finger.startX) * keys.length;
    const bend = Math.round(CENTRE + (semitones / SEMITONES) * CENTRE);
    play(`finger ${finger.number} bend`, Math.min(16383, Math.max(0, bend)));
    play(
      `finger ${finger.number} pressure`,
      Math.round(Math.min(1, Math.max(0, finger.startY - y) * 2) * 127),
    );
    play(`finger ${finger.number} timbre`, Math.round((1 - Math.min(1, Math.max(0, y))) * 127));
    held.current.set(id, { ...finger, x, y });
    show();
  };
  const end = (id: string) => {
    const finger = held.current.get(id);
    if (finger !== undefined) {
      held.current.delete(id);
      play(`finger ${finger.number} key ${finger.key}`, 0);
      show();
    }
  };
  const place = (event: PointerEvent) => {
    const box = surface.current?.getBoundingClientRect();
    return box === undefined
      ? { x: 0, y: 0 }
      : { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  };
  const onKey = (event: KeyboardEvent, isDown: boolean) => {
    const step = SCALE[Number(event.key) - 1];
    const bend = { ArrowLeft: -0.5, ArrowRight: 0.5 }[event.key];
    const press = { ArrowUp: -0.1, ArrowDown: 0.1 }[event.key];
    if (step !== undefined) {
      event.stopPropagation();
      if (!isDown) {
        end(event.key);
      } else if (!event.repeat) {
        begin(event.key, lowest + step, (step + 0.5) / keys.length, 0.5, 96);
      }
    } else if (isDown && (bend !== undefined || press !== undefined)) {
      event.preventDefault();
      for (const [id, finger] of held.current) {
        move(id, finger.x + (bend ?? 0) / keys.length, finger.y + (press ?? 0));
      }
    }
  };

  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- an instrument is played as a whole
    <div
      ref={surface}
      role="application"
      aria-label="Expression slab: digits hold keys, arrows bend and press them"
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- it is played by keyboard as well
      tabIndex={0}
      className="face-control relative flex h-full overflow-hidden rounded-field border-2 border-base-content/40"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        const { x, y } = place(event);
        const column = Math.min(keys.length - 1, Math.max(0, Math.floor(x * keys.length)));
        begin(`pointer ${event.pointerId}`, lowest + column, x, y, 90);
      }}
      onPointerMove={(event) => {
        const { x, y } = place(event);
        move(`pointer ${event.pointerId}`, x, y);
      }}
      onPointerUp={(event) => end(`pointer ${event.pointerId}`)}
      onPointerCancel={(event) => end(`pointer ${event.pointerId}`)}
      onKeyDown={(event) => onKey(event, true)}
      onKeyUp={(event) => onKey(event, false)}
      onBlur={() => [...held.current.keys()].forEach(end)}
    >
      {keys.map((key) => (
        <span
          key={key}
          className={`pointer-events-none flex flex-1 items-end justify-center border-r border-base-300 text-xs ${IS_BLACK[key % 12] === true ? 'bg-base-300' : 'bg-base-100'}`}
        >
          {key % 12 === 0 ? `C${Math.floor(key / 12) - 1}` : ''}
        </span>
      ))}
      {fingers.map((finger) => (
        <span
          key={finger.number}
          className="pointer-events-none absolute h-8 w-8 -translate-x-1/2 -translate-y-1/2 rounded-full border-4 border-primary bg-primary/40"
          style={{ left: `${finger.x * 100}%`, top: `${finger.y * 100}%` }}
        />
      ))}
    </div>
  );
}
