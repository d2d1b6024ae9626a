import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { PlayedTape, Proofs } from '../api/types';

export interface PlayedTapes {
  played: readonly PlayedTape[];
  total: number;
  /** Not played by any tape; null until all have been played. */
  uncovered: Proofs['uncovered'];
  isPlaying: boolean;
  problem: string | null;
  stop: () => void;
  goOn: () => void;
}

type Found = Pick<Proofs, 'key' | 'total' | 'next' | 'uncovered'> & { proofs: readonly PlayedTape[] };

const NONE: Found = { key: '', total: 0, next: 0, proofs: [], uncovered: null };

/** The kept tapes of a rig played again, some at a time, whenever `state` is another; those that are played are shown at once. */
export function usePlayedTapes(id: string, state: string | null): PlayedTapes {
  const [found, setFound] = useState<Found>(NONE);
  const [isStopped, setStopped] = useState(false);
  const [isPlaying, setPlaying] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (state === null || isStopped) {
      return;
    }
    const goes = { on: true };
    const play = async () => {
      setPlaying(true);
      setProblem(null);
      let all = NONE;
      try {
        do {
          const some = await api.proofsOf(id, all.key, all.next);
          if (!goes.on) {
            return;
          }
          // Another key: the rig has become another, and it began anew.
          all = { ...some, proofs: some.key === all.key ? [...all.proofs, ...some.proofs] : some.proofs };
          setFound(all);
        } while (all.next < all.total);
      } catch (failed) {
        setProblem(failed instanceof Error ? failed.message : String(failed));
      }
      setPlaying(false);
    };
    void play();
    return () => {
      goes.on = false;
      setPlaying(false);
    };
  }, [id, state, isStopped]);
  return {
    played: found.proofs,
    total: found.total,
    uncovered: found.uncovered,
    isPlaying,
    problem,
    stop: () => setStopped(true),
    goOn: () => setStopped(false),
  };
}
