import { useEffect, useRef, useSyncExternalStore } from 'react';

/** Something that can be done where one is now. */
export interface Command {
  label: string;
  /** The key that does it, as it is written on keyboards, such as "Ctrl+Z"; none where it is found by its words alone. */
  keys?: string;
  /** None where the key is understood elsewhere, and stands here so that it can be looked up. */
  run?: () => void;
}

interface Group {
  of: string;
  commands: readonly Command[];
}

let groups: readonly Group[] = [];
const listeners = new Set<() => void>();
const tell = (next: readonly Group[]) => {
  groups = next;
  listeners.forEach((listener) => listener());
};

/** What a view lets one do, for as long as it is there: found by typing, and listed with its keys. */
export function useCommands(of: string, commands: readonly Command[]): void {
  const latest = useRef(commands);
  latest.current = commands;
  const known = JSON.stringify(commands.map(({ label, keys, run }) => [label, keys, run !== undefined]));
  useEffect(() => {
    // What is done is what the view says at that moment.
    const now = latest.current.map((command, place): Command => {
      const { label, keys } = command;
      const run = () => latest.current[place]?.run?.();
      return {
        label,
        ...(keys === undefined ? {} : { keys }),
        ...(command.run === undefined ? {} : { run }),
      };
    });
    const group: Group = { of, commands: now };
    tell([...groups, group]);
    return () => tell(groups.filter((each) => each !== group));
  }, [of, known]);
}

export function useCommandsNow(): readonly Group[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => groups,
  );
}

/** Whether somebody is typing there, so that single letters are no commands. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest(
    'input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select, [contenteditable=true], dialog',
  ) !== null;

/** How a key that was pressed is written: "Ctrl+Z", "F2", "?". */
export function written(event: KeyboardEvent): string {
  const letter = event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const isMarked = event.key.length === 1 && !/[A-Z0-9]/.test(letter);
  return [
    ...(event.ctrlKey || event.metaKey ? ['Ctrl'] : []),
    ...(event.altKey ? ['Alt'] : []),
    ...(event.shiftKey && !isMarked ? ['Shift'] : []),
    letter,
  ].join('+');
}
