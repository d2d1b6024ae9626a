import { useCallback, useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import type { Tape, TapeEvent } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';

export interface Playing {
  tape: Tape;
  /** 0 to 1. */
  progress: number;
}

const STEP_MS = 15;

/** Plays a stored tape into the bench at its own speed, as if somebody played it. */
export function useTapePlayer(store: BenchStore, inPorts: readonly string[]) {
  const [playing, setPlaying] = useState<Playing | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stopRef = useRef<(() => void) | null>(null);

  const stop = useCallback(() => stopRef.current?.(), []);

  const play = useCallback(
    async (tape: Tape) => {
      stopRef.current?.();
      setProblem(null);
      let events: TapeEvent[];
      try {
        events = await api.tapeEvents(tape.id);
      } catch (error) {
        setProblem(error instanceof Error ? error.message : 'This tape cannot be read.');
        return;
      }
      const known = events.filter((event) => inPorts.includes(event.port));
      if (known.length < events.length) {
        const strange = [...new Set(events.map((event) => event.port))].filter(
          (port) => !inPorts.includes(port),
        );
        setProblem(
          `The rules have no in port ${strange.join(', ')}. ${known.length === 0 ? 'Nothing to play: run the tape instead, and choose a port.' : 'The rest is played.'}`,
        );
      }
      if (known.length === 0) {
        return;
      }
      stopRef.current = start(store, tape, known, setPlaying);
    },
    [store, inPorts],
  );

  useEffect(() => () => stopRef.current?.(), [store]);

  return { playing, problem, play, stop, dismiss: () => setProblem(null) };
}

function start(
  store: BenchStore,
  tape: Tape,
  events: readonly TapeEvent[],
  show: (playing: Playing | null) => void,
): () => void {
  const startUs = store.nowUs() + 100_000;
  const held = new Map<string, TapeEvent>();
  let next = 0;
  let shown = 0;
  show({ tape, progress: 0 });

  const finish = () => {
    clearInterval(timer);
    for (const note of held.values()) {
      const channel = parseInt(note.bytes.slice(1, 2), 16).toString(16).toUpperCase();
      store.playBytes(note.port, `8${channel} ${note.bytes.slice(3, 5)} 40`, store.nowUs());
    }
    held.clear();
    show(null);
  };

  const timer = setInterval(() => {
    const elapsed = store.nowUs() - startUs;
    for (let event = events[next]; event !== undefined && event.timeUs <= elapsed; event = events[next]) {
      store.playBytes(event.port, event.bytes, startUs + event.timeUs);
      remember(held, event);
      next += 1;
    }
    if (next >= events.length) {
      finish();
    } else if (elapsed - shown > 200_000) {
      shown = elapsed;
      show({ tape, progress: Math.min(1, elapsed / Math.max(1, tape.lengthUs)) });
    }
  }, STEP_MS);

  return finish;
}

function remember(held: Map<string, TapeEvent>, event: TapeEvent): void {
  const status = event.bytes.slice(0, 1);
  const name = `${event.port} ${event.bytes.slice(1, 5)}`;
  if (status === '9' && event.bytes.slice(6, 8) !== '00') {
    held.set(name, event);
  } else if (status === '8' || status === '9') {
    held.delete(name);
  }
}
