import { useRef, useState } from 'react';
import { api } from '../api/client';
import type { Rehearsed } from '../api/types';

export interface Rehearsing {
  /** What was met so far, while it is tried; undefined when nothing is under way. */
  met: Rehearsed | undefined;
  error: string | undefined;
  begin: () => void;
  /** Ends it after the faults that are being tried. */
  stop: () => void;
}

/** Rehearses fault by fault, some at a time, until all are tried or somebody stops it. */
export function useRehearsal(id: string, onEnd: (met: Rehearsed) => void): Rehearsing {
  const [met, setMet] = useState<Rehearsed>();
  const [error, setError] = useState<string>();
  const isStopped = useRef(false);
  const goesOn = (): boolean => !isStopped.current;
  const begin = async (): Promise<void> => {
    isStopped.current = false;
    setError(undefined);
    let all: Rehearsed = { key: '', total: 0, next: 0, leftOut: [], faults: [] };
    setMet(all);
    try {
      do {
        const some = await api.rehearse(id, all.key, all.next);
        // Another key: the rig has become another, and it began anew.
        all = { ...some, faults: some.key === all.key ? [...all.faults, ...some.faults] : some.faults };
        setMet(all);
      } while (all.next < all.total && goesOn());
      onEnd(all);
    } catch (failed) {
      setError(failed instanceof Error ? failed.message : String(failed));
    } finally {
      setMet(undefined);
    }
  };
  return {
    met,
    error,
    begin: () => void begin(),
    stop: () => {
      isStopped.current = true;
    },
  };
}
