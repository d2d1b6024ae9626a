import { useCallback, useEffect, useRef, useState } from 'react';
import { backOffMs } from '../../api/backOff';
import { api, Refusal } from '../../api/client';
import type { StoredTape, TapeEvent } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';
import { forgetRecording, keepRecording, leftRecording, tapeOf, type Recording } from './recordings';

const KEEP_EVERY_MS = 1000;

/** A recording that is not stored yet. */
export interface Unstored {
  recording: Pick<Recording, 'name' | 'events'>;
  /** Why not; null while it is being tried, or was found after a reload. */
  problem: string | null;
}

/**
 * Records what comes in on the bench. Stopping stores it as a tape; until that has gone well it is kept in this browser, also
 * across a reload, and tried again.
 */
export function useRecorder(
  store: BenchStore,
  onStored: (tape: StoredTape) => void,
  onProblem: (text: string) => void,
) {
  const [recording, setRecording] = useState<{ name: string; events: TapeEvent[] } | null>(null);
  const [unstored, setUnstored] = useState<Unstored | null>(null);
  const failures = useRef(0);
  const retry = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef({ onStored, onProblem });
  latest.current = { onStored, onProblem };

  useEffect(() => {
    void leftRecording().then((left) => left && setUnstored({ recording: left, problem: null }), ignored);
    return () => clearTimeout(retry.current);
  }, []);

  useEffect(() => {
    if (recording === null) {
      return;
    }
    store.onCame = (came) => recording.events.push(...came);
    const timer = setInterval(() => void keepRecording(recording).catch(ignored), KEEP_EVERY_MS);
    return () => {
      clearInterval(timer);
      store.onCame = null;
    };
  }, [store, recording]);

  const upload = useCallback(async (what: Pick<Recording, 'name' | 'events'>) => {
    clearTimeout(retry.current);
    setUnstored({ recording: what, problem: null });
    try {
      const tape = await api.uploadTape(tapeOf(what));
      failures.current = 0;
      setUnstored(null);
      await forgetRecording(what.name).catch(ignored);
      latest.current.onStored(tape);
    } catch (error) {
      const text = error instanceof Error ? error.message : 'The recording could not be stored.';
      setUnstored({ recording: what, problem: text });
      if (error instanceof Refusal && error.mayPass) {
        failures.current += 1;
        retry.current = setTimeout(() => void upload(what), backOffMs(failures.current));
      }
    }
  }, []);

  const start = useCallback(() => {
    setRecording({
      name: `recording ${new Date().toLocaleString('sv').replace(/:/g, '.')}.tape`,
      events: [],
    });
  }, []);

  const stop = useCallback(async () => {
    setRecording(null);
    if (recording === null || recording.events.length === 0) {
      latest.current.onProblem('Nothing was played, so nothing has been recorded.');
      return;
    }
    await keepRecording(recording).catch(ignored);
    await upload(recording);
  }, [recording, upload]);

  const discard = useCallback(async () => {
    clearTimeout(retry.current);
    if (unstored !== null) {
      setUnstored(null);
      await forgetRecording(unstored.recording.name).catch(ignored);
    }
  }, [unstored]);

  return { isRecording: recording !== null, start, stop, unstored, store: upload, discard };
}

/** Without a store in this browser there is no second copy; the recording itself goes on. */
function ignored(): void {}
