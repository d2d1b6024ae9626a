import { useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { NOTE_KEYS } from '../playing/useComputerKeys';
import type { Sender } from '../../api/types';
import type { FaceProps } from './face';
import { usePress } from './usePress';

const IS_BLACK = [false, true, false, true, false, false, true, false, true, false, true, false];
const WHITE_BEFORE = [0, 1, 1, 2, 2, 3, 4, 4, 5, 5, 6, 6];
const LETTERS_FROM = 60;
/** Width of a white key below which the keys scroll. */
const NARROWEST_REM = 0.75;
const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** The keys among the controls of a sender, by their numbers. */
export function keysOf(sender: Sender): number[] {
  return sender.controls.flatMap(({ key }) => (key === undefined ? [] : [key]));
}

/** Piano keys. Arrow keys walk along them, Space plays. */
export function Piano({
  keys,
  at,
  play,
}: {
  keys: readonly number[];
  at: FaceProps['at'];
  play: FaceProps['play'];
}) {
  const lowest = keys[0] ?? 36;
  const [current, setCurrent] = useState(60);
  const whites = keys.filter((key) => IS_BLACK[key % 12] === false).length;
  const bed = useRef<HTMLDivElement>(null);

  useLayoutEffect(() => {
    const view = bed.current?.parentElement;
    const middle = bed.current?.querySelector<HTMLElement>(`[data-key="${LETTERS_FROM}"]`);
    if (view != null && middle != null) {
      view.scrollLeft = middle.offsetLeft - view.clientWidth / 2;
    }
  }, []);

  const walk = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowUp: 12, ArrowLeft: -1, ArrowDown: -12 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      const next = Math.min(keys[keys.length - 1] ?? 84, Math.max(lowest, current + step));
      setCurrent(next);
      bed.current?.querySelector<HTMLElement>(`[data-key="${next}"]`)?.focus();
    }
  };

  return (
    <div className="h-full min-w-0 flex-1 overflow-x-auto overflow-y-hidden">
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the keys in it have the roles */}
      <div
        ref={bed}
        className="relative h-full"
        style={{ minWidth: `${whites * NARROWEST_REM}rem` }}
        onKeyDown={walk}
      >
        {keys.map((key) => (
          <PianoKey
            key={key}
            note={key}
            left={position(key, lowest) / whites}
            width={1 / whites}
            isCurrent={key === current}
            isDown={(at(`key ${key}`) ?? 0) > 0}
            onFocus={() => setCurrent(key)}
            play={play}
          />
        ))}
      </div>
    </div>
  );
}

function position(key: number, lowest: number): number {
  const whiteIndex = (note: number) => Math.floor(note / 12) * 7 + (WHITE_BEFORE[note % 12] ?? 0);
  const offset = IS_BLACK[key % 12] === true ? -0.32 : 0;
  return whiteIndex(key) - whiteIndex(lowest) + offset;
}

function PianoKey(props: {
  note: number;
  left: number;
  width: number;
  isCurrent: boolean;
  isDown: boolean;
  onFocus: () => void;
  play: FaceProps['play'];
}) {
  const { note, isDown, play } = props;
  const press = usePress(
    (value) => play(`key ${note}`, value),
    () => play(`key ${note}`, 0),
  );
  const isBlack = IS_BLACK[note % 12] === true;
  const letter = NOTE_KEYS[note - LETTERS_FROM];
  const name = `${NAMES[note % 12] ?? ''}${Math.floor(note / 12) - 1}`;
  const tone = isDown
    ? 'bg-primary text-primary-content'
    : isBlack
      ? 'bg-[#20242d] text-[#ece7db]'
      : 'bg-[#f3eee2] text-[#2b2f38]';
  return (
    <button
      type="button"
      data-key={note}
      tabIndex={props.isCurrent ? 0 : -1}
      aria-label={letter === undefined ? `${name} key` : `${name} ${letter} key`}
      aria-pressed={isDown}
      onFocus={props.onFocus}
      className={`face-control absolute top-0 flex flex-col items-center justify-end rounded-b border border-[#3a404d] pb-1 text-xs ${tone} ${isBlack ? 'z-10 h-[60%]' : 'h-full'}`}
      style={{ left: `${props.left * 100}%`, width: `${props.width * (isBlack ? 64 : 100)}%` }}
      {...press}
    >
      {note % 12 === 0 && (
        <span className="w-[1ch] leading-none break-all">C{Math.floor(note / 12) - 1}</span>
      )}{' '}
      {letter !== undefined && <span className="font-mono">{letter}</span>}
    </button>
  );
}
