import { useCallback, useRef, useState } from 'react';
import type { StoredDocument } from '../api/types';
import { useSaving } from '../rules/useSaving';
import { recallSteps, rememberSteps, type Steps } from './undoStore';
import { useNewer } from './useNewer';

export interface JsonWork<T> {
  value: T;
  saving: ReturnType<typeof useSaving>;
  /** Makes a change; it is stored at once and can be undone, also after a reload. */
  change: (edit: (value: T) => T) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** What another window has made of it meanwhile, in words. */
  told: string | null;
  /** After a conflict: either side goes on. */
  resolve: (theirs: StoredDocument, keepMine: boolean) => void;
}

type State<T> = Steps<T> & { now: T };

/** A document in JSON that is being worked on. */
export function useJson<T>(document: StoredDocument): JsonWork<T> {
  const saving = useSaving(document);
  const [state, setState] = useState<State<T>>(() => {
    const now = JSON.parse(document.text) as T;
    return { now, ...recallSteps(document.id, document.text, now) };
  });
  const latest = useRef(state);
  const [told, setTold] = useState<string | null>(null);

  const show = useCallback(
    (next: State<T>, text: string) => {
      latest.current = next;
      setState(next);
      rememberSteps(document.id, text, next.now, next);
    },
    [document.id],
  );
  const go = useCallback(
    (next: State<T>) => {
      const text = `${JSON.stringify(next.now, null, 4)}\n`;
      show(next, text);
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
        go({ now: after, past: [...past.slice(-99), now], future: [] });
      }
    },
    [go],
  );
  const take = (theirs: StoredDocument) => {
    const { now, past } = latest.current;
    const next = JSON.parse(theirs.text) as T;
    show({ now: next, past: [...past.slice(-99), now], future: [] }, theirs.text);
  };
  useNewer(document.id, saving.version, saving.isIdle, (newer) => {
    saving.adopt(newer);
    take(newer);
    const who = newer.changedBy === '' ? '' : ` by ${newer.changedBy}`;
    setTold(`Changed in another window${who}: this is how it is now. Undo brings back how it was here.`);
  });

  const { now, past, future } = state;
  const [before, after] = [past.at(-1), future.at(-1)];
  return {
    value: now,
    saving,
    change,
    told,
    undo:
      before === undefined
        ? null
        : () => go({ now: before, past: past.slice(0, -1), future: [...future, now] }),
    redo:
      after === undefined
        ? null
        : () => go({ now: after, past: [...past, now], future: future.slice(0, -1) }),
    resolve: (theirs, keepMine) => {
      saving.resolve(theirs, keepMine);
      if (!keepMine) {
        take(theirs);
      }
    },
  };
}
