import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api } from '../../api/client';
import type { Candidate, Recognised } from '../../api/types';
import type { BenchStore } from '../../session/BenchStore';
import { Played } from '../../session/Played';

/** How long it is quiet, or how long somebody has listened, before what was played is looked at. */
const ASK_EVERY_MS = 700;
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
  const [round, setRound] = useState({ number: 0 });
  const [chosen, setChosen] = useState<Candidate | null>(null);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- each round begins to listen anew
  const played = useMemo(() => new Played(store), [store, round]);
  const looked = useQuery({
    queryKey: ['recognise', played.name],
    queryFn: ({ client, queryKey }) => {
      const known = client.getQueryData<Looked>(queryKey) ?? NOTHING;
      const heardUs = played.heardUs();
      const events = played.since(heardUs - WINDOW_US);
      const lastUs = events.at(-1)?.timeUs;
      if (lastUs === undefined) {
        return known;
      }
      const asked = `${events.length} ${lastUs < heardUs - RESTS_US ? 'rests' : 'moves'}`;
      return asked === known.asked
        ? known
        : api
            .recognise(
              events,
              Math.max(played.fromUs, heardUs - WINDOW_US),
              Math.max(heardUs, lastUs),
              text(),
              rig,
            )
            .then((heard) => ({ asked, heard }));
    },
    enabled: chosen === null,
    refetchInterval: (query) => (query.state.data?.heard?.isSure === true ? false : ASK_EVERY_MS),
    refetchIntervalInBackground: true,
    retry: false,
    gcTime: 0,
  });
  const heard = looked.data?.heard ?? null;
  const control = chosen ?? (heard?.isSure === true ? (heard.candidates[0] ?? null) : null);
  const isListening = control === null;
  useEffect(() => (isListening ? played.listen() : undefined), [played, isListening]);

  return {
    control,
    heard,
    problem: looked.error?.message ?? null,
    choose: (next) => {
      setChosen(next);
      if (next === null) {
        setRound({ number: round.number + 1 });
      }
    },
  };
}

interface Looked {
  /** What had been played when it was asked about; asked once only. */
  asked: string;
  heard: Recognised | null;
}

const NOTHING: Looked = { asked: '', heard: null };
