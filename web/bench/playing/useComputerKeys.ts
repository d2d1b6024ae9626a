import { useEffect, useRef } from 'react';
import type { Sender } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';

/** Keys of the computer that play the stand-in keys, a semitone apart from the first C. */
export const NOTE_KEYS = ['a', 'w', 's', 'e', 'd', 'f', 't', 'g', 'y', 'h', 'u', 'j', 'k', 'o', 'l', 'p'];
const FIRST_NOTE = 60;
const VELOCITY = 96;

/** Lets the computer's keys play: letters the first keys, digits the first foot switches. */
export function useComputerKeys(store: BenchStore, senders: readonly Sender[]): void {
  const held = useRef(new Map<string, Played>());
  const latest = useRef(senders);
  useEffect(() => {
    latest.current = senders;
  }, [senders]);

  useEffect(() => {
    const down = held.current;
    const onDown = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) {
        return;
      }
      const played = controlOf(event.key.toLowerCase(), latest.current);
      if (played !== null) {
        event.preventDefault();
        down.set(event.code, played);
        store.play(played.sender, played.control, VELOCITY);
      }
    };
    const release = (code: string) => {
      const played = down.get(code);
      if (played !== undefined) {
        down.delete(code);
        store.play(played.sender, played.control, 0);
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
  }, [store]);
}

interface Played {
  sender: string;
  control: string;
}

function controlOf(key: string, senders: readonly Sender[]): Played | null {
  const note = NOTE_KEYS.indexOf(key);
  if (note >= 0) {
    return first(senders, (control) => control.control === `key ${FIRST_NOTE + note}`, 0);
  }
  return /^[1-8]$/.test(key) ? first(senders, (control) => control.sort === 'switch', Number(key) - 1) : null;
}

/** A control of the first sender that has such ones and is not played with many fingers. */
function first(
  senders: readonly Sender[],
  isMeant: (control: Sender['controls'][number]) => boolean,
  place: number,
): Played | null {
  for (const sender of senders) {
    const control = sender.face === 'slab' ? undefined : sender.controls.filter(isMeant)[place];
    if (control !== undefined) {
      return { sender: sender.id, control: control.control };
    }
  }
  return null;
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest('input:not([type=range]), textarea, select, dialog, [contenteditable=true]') !== null
  );
}
