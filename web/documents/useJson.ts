import { useCallback, useRef, useState } from 'react';
import type { StoredDocument } from '../api/types';
import { useSaving } from '../rules/useSaving';

export interface JsonWork<T> {
  value: T;
  saving: ReturnType<typeof useSaving>;
  /** Makes a change; it is stored at once and can be undone. */
  change: (edit: (value: T) => T) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** A document in JSON that is being worked on. */
export function useJson<T>(document: StoredDocument): JsonWork<T> {
  const saving = useSaving(document);
  const [value, setValue] = useState(() => JSON.parse(document.text) as T);
  const latest = useRef(value);
  const [past, setPast] = useState<readonly T[]>([]);
  const [future, setFuture] = useState<readonly T[]>([]);

  const show = useCallback(
    (next: T) => {
      latest.current = next;
      setValue(next);
      saving.write(`${JSON.stringify(next, null, 4)}\n`);
    },
    [saving],
  );
  const change = useCallback(
    (edit: (value: T) => T) => {
      const before = latest.current;
      const after = edit(before);
      if (after !== before) {
        setPast((all) => [...all.slice(-99), before]);
        setFuture([]);
        show(after);
      }
    },
    [show],
  );
  const step = (from: readonly T[], setFrom: typeof setPast, setTo: typeof setPast) => {
    const to = from.at(-1);
    return to === undefined
      ? null
      : () => {
          const now = latest.current;
          setFrom((all) => all.slice(0, -1));
          setTo((all) => [...all, now]);
          show(to);
        };
  };

  return {
    value,
    saving,
    change,
    undo: step(past, setPast, setFuture),
    redo: step(future, setFuture, setPast),
  };
}
