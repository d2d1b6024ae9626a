import { useEffect, useRef } from 'react';
import type { Sender } from '../../api/types';
import type { BenchStore } from './BenchStore';

/** Keys of the computer that play the stand-in keys, a semitone apart from the first C. */
export const NOTE_KEYS = ['a', 'w', 's', 'e', 'd', 'f', 't', 'g', 'y', 'h', 'u', 'j', 'k', 'o', 'l', 'p'];
const FIRST_NOTE = 60;
const VELOCITY = 96;

/** Lets the computer's keys play: letters the keys, digits the foot switches, Escape is panic. */
export function useComputerKeys(store: BenchStore, senders: readonly Sender[]): void {
  const held = useRef(new Map<string, { port: string; control: string }>());
  const port = (face: Sender['face']) => senders.find((sender) => sender.face === face)?.port;
  const keys = port('keys');
  const switches = port('footboard');

  useEffect(() => {
    const down = held.current;
    const onDown = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !isTyping(event.target, true)) {
        store.panic();
        return;
      }
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target, false)) {
        return;
      }
      const played = controlOf(event.key.toLowerCase(), keys, switches);
      if (played !== null) {
        event.preventDefault();
        down.set(event.code, played);
        store.play(played.port, played.control, VELOCITY);
      }
    };
    const release = (code: string) => {
      const played = down.get(code);
      if (played !== undefined) {
        down.delete(code);
        store.play(played.port, played.control, 0);
      }
    };
    const onUp = (event: KeyboardEvent) => release(event.code);
    const onBlur = () => [...down.keys()].forEach(release);
    window.addEventListener('keydown', onDown);
    window.addEventListener('keyup', onUp);
    window.addEventListener('blur', onBlur);
    return () => {
      onBlur();
      window.removeEventListener('keydown', onDown);
      window.removeEventListener('keyup', onUp);
      window.removeEventListener('blur', onBlur);
    };
  }, [store, keys, switches]);
}

function controlOf(
  key: string,
  keys: string | undefined,
  switches: string | undefined,
): { port: string; control: string } | null {
  const note = NOTE_KEYS.indexOf(key);
  if (note >= 0 && keys !== undefined) {
    return { port: keys, control: `key ${FIRST_NOTE + note}` };
  }
  if (/^[1-8]$/.test(key) && switches !== undefined) {
    return { port: switches, control: `switch ${key}` };
  }
  return null;
}

function isTyping(target: EventTarget | null, onlyDialogs: boolean): boolean {
  if (!(target instanceof HTMLElement)) {
    return false;
  }
  const places = onlyDialogs
    ? 'dialog, .cm-tooltip-autocomplete'
    : 'input:not([type=range]), textarea, select, dialog, [contenteditable=true]';
  return target.closest(places) !== null;
}
