import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import type { Candidate, Recognised, TapeEvent } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';

/** How long it is quiet, or how long somebody has listened, before what was played is looked at. */
const ASK_EVERY_MS = 700;
/** While the panel is drawn the browser is busy, and streams make a pause: what begins after that began with the listening. */
const AFTER_PAINT_MS = 50;
/** What was longer ago is forgotten. */
const WINDOW_US = 6_000_000;
/** After so long without a message everything rests, and is looked at once more. */
const RESTS_US = 500_000;

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
    let fromUs = store.nowUs();
    let asked = '';
    const stop = store.listen((came) => events.push(...came));
    const painted = setTimeout(() => {
      fromUs = store.nowUs();
    }, AFTER_PAINT_MS);
    const timer = setInterval(() => {
      const heardUs = store.heardUs();
      while ((events[0]?.timeUs ?? heardUs) < heardUs - WINDOW_US) {
        events.shift();
      }
      const lastUs = events.at(-1)?.timeUs;
      const played = `${events.length} ${lastUs !== undefined && lastUs < heardUs - RESTS_US ? 'rests' : 'moves'}`;
      if (played === asked || lastUs === undefined) {
        return;
      }
      asked = played;
      api
        .recognise(
          events,
          Math.max(fromUs, heardUs - WINDOW_US),
          Math.max(heardUs, lastUs),
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
      clearTimeout(painted);
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
