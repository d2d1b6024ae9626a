import { useCallback, useEffect, useRef, useState } from 'react';
import { backOffMs } from '../api/backOff';
import { api, Refusal } from '../api/client';
import type { Rulebook } from '../api/types';
import { forgetOffered, forgetUnsaved, keepUnsaved, offeredCopy, type Unsaved } from './unsaved';

export type SaveState =
  { is: 'saved' } | { is: 'saving' } | { is: 'failed'; text: string } | { is: 'conflict'; theirs: Rulebook };

const PAUSE_MS = 300;

/**
 * Saves a rulebook as it is typed, and tries again by itself; a change made in another window is reported, never
 * overwritten. What is not saved yet is kept in this browser as well.
 *
 * @param onLocked the show is locked while it is played: what was changed is refused, and this text is how it stays
 */
export function useSaving(rulebook: Rulebook, onLocked?: (text: string) => void) {
  const [state, setState] = useState<SaveState>({ is: 'saved' });
  const current = useRef({ name: rulebook.name, text: rulebook.text, version: rulebook.version });
  const saved = useRef({ name: rulebook.name, text: rulebook.text });
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const isBusy = useRef(false);
  const failures = useRef(0);
  const [offered, setOffered] = useState<Unsaved | null>(() => offeredCopy(rulebook.id, rulebook));

  const locked = useRef(onLocked);
  locked.current = onLocked;
  const latestSave = useRef<() => Promise<void>>(() => Promise.resolve());
  const save = useCallback(async () => {
    if (isBusy.current) {
      return;
    }
    isBusy.current = true;
    try {
      while (current.current.text !== saved.current.text || current.current.name !== saved.current.name) {
        const sent = { ...current.current };
        const stored = await api.writeDocument(rulebook.id, sent);
        saved.current = { name: sent.name, text: sent.text };
        current.current.version = stored.version;
      }
      failures.current = 0;
      forgetUnsaved(rulebook.id);
      setState({ is: 'saved' });
    } catch (error) {
      if (error instanceof Refusal && error.status === 423 && locked.current !== undefined) {
        current.current = { ...saved.current, version: current.current.version };
        forgetUnsaved(rulebook.id);
        setState({ is: 'failed', text: error.message });
        locked.current(saved.current.text);
      } else if (error instanceof Refusal && error.status === 409) {
        setState({ is: 'conflict', theirs: error.body['current'] as Rulebook });
      } else {
        failures.current += 1;
        setState({ is: 'failed', text: error instanceof Error ? error.message : 'Not saved.' });
        if (error instanceof Refusal && (error.mayPass || error.status >= 500)) {
          clearTimeout(timer.current);
          timer.current = setTimeout(() => void latestSave.current(), backOffMs(failures.current));
        }
      }
    }
    isBusy.current = false;
  }, [rulebook.id]);
  latestSave.current = save;

  const schedule = useCallback(() => {
    keepUnsaved(rulebook.id, { ...current.current });
    setState((now) => (now.is === 'conflict' ? now : { is: 'saving' }));
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), PAUSE_MS);
  }, [rulebook.id, save]);

  const write = useCallback(
    (text: string) => {
      current.current.text = text;
      schedule();
    },
    [schedule],
  );
  const rename = useCallback(
    (name: string) => {
      current.current.name = name;
      schedule();
    },
    [schedule],
  );

  /** After a conflict: either side's text goes on. */
  const resolve = useCallback(
    (theirs: Rulebook, keepMine: boolean) => {
      current.current.version = theirs.version;
      saved.current = { name: theirs.name, text: theirs.text };
      if (!keepMine) {
        current.current.text = theirs.text;
        current.current.name = theirs.name;
      }
      setState({ is: 'saving' });
      void save();
    },
    [save],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (current.current.text !== saved.current.text) {
        void save();
        event.preventDefault();
      }
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [save]);

  const version = () => current.current.version;
  const isIdle = () =>
    !isBusy.current &&
    current.current.text === saved.current.text &&
    current.current.name === saved.current.name;
  /** Another version has become the latest, and this page shows it now. */
  const adopt = (newer: Rulebook) => {
    current.current = { name: newer.name, text: newer.text, version: newer.version };
    saved.current = { name: newer.name, text: newer.text };
    forgetUnsaved(rulebook.id);
    setState({ is: 'saved' });
  };
  /** A copy that an earlier page could not save has been looked at. */
  const decided = () => {
    forgetOffered(rulebook.id);
    setOffered(null);
  };

  return {
    state,
    write,
    rename,
    resolve,
    retry: () => void save(),
    version,
    isIdle,
    adopt,
    offered,
    decided,
  };
}
