import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ShowLock, StoredDocument } from '../api/types';
import { changeWords } from './changeWords';
import { useSaving, type Saving } from './useSaving';
import { recallSteps, rememberSteps, type Steps } from './undoStore';
import { isSameWord } from './sameWord';
import type { Unsaved } from './unsaved';
import { useNewer } from './useNewer';

export interface JsonWork<T> {
  value: T;
  saving: Saving;
  /** Makes a change; it is stored at once and can be undone, also after a reload. */
  change: (edit: (value: T) => T) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** What a step back leads to. */
  previous: T | null;
  /** What the next step back, and the next one forth, are about. */
  undoes: string;
  redoes: string;
  /** The server has stored another version, which is shown from now on; one step takes it back. */
  follow: (stored: StoredDocument) => void;
  /** The show is locked while it is played, by whom and since when: only ticks and log are written. */
  lock: ShowLock | null;
  /** What another window has made of it meanwhile, in words. */
  told: string | null;
  /** What an earlier page could not save, where somebody has changed it since: taken, or dropped. */
  left: { take: () => void; drop: () => void } | null;
  /** After a conflict: either side goes on. */
  resolve: (theirs: StoredDocument, keepMine: boolean) => void;
}

type State<T> = Steps<T> & { now: T };

/** A document in JSON that is being worked on. */
export function useJson<T>(document: StoredDocument): JsonWork<T> {
  const refused = useRef<(text: string) => void>(undefined);
  const saving = useSaving(document, (stored) => refused.current?.(stored));
  const [state, setState] = useState<State<T>>(() => {
    const now = JSON.parse(document.text) as T;
    return { now, ...recallSteps(document.id, now) };
  });
  const latest = useRef(state);
  const typed = useRef({ place: '', at: 0 });
  const [told, setTold] = useState<string | null>(null);

  const show = useCallback(
    (next: State<T>) => {
      latest.current = next;
      setState(next);
      rememberSteps(document.id, next.now, next);
    },
    [document.id],
  );
  const go = useCallback(
    (next: State<T>) => {
      const text = `${JSON.stringify(next.now, null, 4)}\n`;
      show(next);
      saving.write(text);
      setTold(null);
    },
    [show, saving],
  );
  const change = useCallback(
    (edit: (value: T) => T) => {
      const { now, past } = latest.current;
      const after = edit(now);
      if (after !== now) {
        // Letters of one word are taken back together.
        const goesOn = past.length > 0 && isSameWord(typed.current, now, after);
        go({ now: after, past: goesOn ? past : [...past.slice(-99), now], future: [] });
      }
    },
    [go],
  );
  const take = (theirs: StoredDocument) => {
    const { now, past } = latest.current;
    const next = JSON.parse(theirs.text) as T;
    show({ now: next, past: [...past.slice(-99), now], future: [] });
  };
  refused.current = (stored) => {
    const next = JSON.parse(stored) as T;
    show({ now: next, past: latest.current.past.slice(0, -1), future: [] });
  };
  const lock = useNewer(document.id, saving.version, saving.isIdle, (newer) => {
    saving.adopt(newer);
    take(newer);
    const who = newer.changedBy === '' ? '' : ` by ${newer.changedBy}`;
    setTold(`Changed in another window${who}: this is how it is now. Undo brings back how it was here.`);
  });

  const { offered } = saving;
  const takeLeft = (left: Unsaved) => {
    change(() => JSON.parse(left.text) as T);
    saving.rename(left.name);
    saving.decided();
  };
  const goesOn = useRef<() => void>(undefined);
  goesOn.current = () => {
    if (offered !== null && offered.version === saving.version()) {
      takeLeft(offered); // the page went before it was stored, and nobody has changed anything since
    }
  };
  useEffect(() => goesOn.current?.(), []);

  const { now, past, future } = state;
  const [before, after] = [past.at(-1), future.at(-1)];
  return {
    value: now,
    saving,
    change,
    follow: (stored) => {
      saving.adopt(stored);
      take(stored);
    },
    lock,
    told,
    left: offered === null ? null : { take: () => takeLeft(offered), drop: saving.decided },
    undo:
      before === undefined
        ? null
        : () => go({ now: before, past: past.slice(0, -1), future: [...future, now] }),
    redo:
      after === undefined
        ? null
        : () => go({ now: after, past: [...past, now], future: future.slice(0, -1) }),
    previous: before ?? null,
    undoes: useMemo(() => (before === undefined ? '' : changeWords(before, now)), [before, now]),
    redoes: useMemo(() => (after === undefined ? '' : changeWords(now, after)), [after, now]),
    resolve: (theirs, keepMine) => {
      saving.resolve(theirs, keepMine);
      if (!keepMine) {
        take(theirs);
      }
    },
  };
}
