import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import type { Candidate, Recognised, TapeEvent } from '../../api/types';
import type { BenchStore } from '../session/BenchStore';

/** How long it is quiet, or how long somebody has listened, before what was played is looked at. */
const ASK_EVERY_MS = 700;
/** What was longer ago is forgotten. */
const WINDOW_US = 6_000_000;

export interface Listening {
  /** What was recognised for sure, or chosen by the player. */
  control: Candidate | null;
  heard: Recognised | null;
  problem: string | null;
  choose: (control: Candidate | null) => void;
}

/** Listens to what is played until a control is recognised for sure; what streams by itself is left out. */
export function useListening(store: BenchStore, text: () => string, rig: string | null): Listening {
  const [control, setControl] = useState<Candidate | null>(null);
  const [heard, setHeard] = useState<Recognised | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const latest = useRef({ text, rig });
  useEffect(() => {
    latest.current = { text, rig };
  }, [text, rig]);

  useEffect(() => {
    if (control !== null) {
      return;
    }
    const events: TapeEvent[] = [];
    const fromUs = store.nowUs();
    let asked = 0;
    const stop = store.listen((came) => events.push(...came));
    const timer = setInterval(() => {
      const nowUs = store.nowUs();
      while ((events[0]?.timeUs ?? nowUs) < nowUs - WINDOW_US) {
        events.shift();
      }
      if (events.length === asked || events.length === 0) {
        return;
      }
      asked = events.length;
      api
        .recognise(
          events,
          Math.max(fromUs, nowUs - WINDOW_US),
          nowUs,
          latest.current.text(),
          latest.current.rig,
        )
        .then((recognised) => {
          setProblem(null);
          setHeard(recognised);
          if (recognised.isSure) {
            setControl(recognised.candidates[0] ?? null);
          }
        })
        .catch((error: unknown) =>
          setProblem(error instanceof Error ? error.message : 'Nothing was answered.'),
        );
    }, ASK_EVERY_MS);
    return () => {
      stop();
      clearInterval(timer);
    };
  }, [store, control]);

  return {
    control,
    heard,
    problem,
    choose: (chosen) => {
      setControl(chosen);
      if (chosen === null) {
        setHeard(null);
      }
    },
  };
}
