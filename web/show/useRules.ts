import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';

interface Changed {
  places: number;
  /** What is the same in both after a copy. */
  same?: readonly string[];
  /** What could not be copied, and why. */
  left?: readonly string[];
}

export interface RuleWork {
  /** Changes the rules; `words` say what was done. */
  change: (words: string, run: () => Promise<Changed>) => void;
  isBusy: boolean;
  problem: string | null;
  /** What was done last, and what is the same in both after a copy. */
  done: { words: string; same: readonly string[]; left: readonly string[] } | null;
  /** Whether what was done last can be taken back. */
  canTakeBack: boolean;
  takeBack: () => void;
  close: () => void;
}

/** Changes of the rules that a sheet makes, each of which can be taken back at once. */
export function useRules(book: string | null, onChanged: () => void): RuleWork {
  const [done, setDone] = useState<{
    words: string;
    same: readonly string[];
    left: readonly string[];
    before: { name: string; text: string };
    version: number;
    places: number;
  } | null>(null);
  const [hasGone, setGone] = useState<string | null>(null);
  const change = useMutation({
    mutationFn: async ({ words, run }: { words: string; run: () => Promise<Changed> }) => {
      if (book === null) {
        throw new Error('This rig has no rulebook yet; give it one on its page.');
      }
      const before = await api.readDocument(book);
      const { places, same = [], left = [] } = await run();
      const { version } = await api.documentVersion(book);
      return {
        words: places === 0 ? 'Nothing had to be changed' : words,
        same,
        left,
        before: { name: before.name, text: before.text },
        version,
        places,
      };
    },
    onSuccess: (made) => {
      setDone(made);
      setGone(null);
      onChanged();
    },
  });
  const takeBack = useMutation({
    mutationFn: async () => {
      if (book !== null && done !== null) {
        await api.writeDocument(book, { ...done.before, version: done.version });
      }
    },
    onSuccess: () => {
      setGone(done === null ? null : `Taken back: ${done.words}.`);
      setDone(null);
      onChanged();
    },
  });
  const problem = change.error?.message ?? takeBack.error?.message ?? null;
  return {
    change: (words, run) => {
      takeBack.reset();
      change.mutate({ words, run });
    },
    isBusy: change.isPending || takeBack.isPending,
    problem,
    done: done ?? (hasGone === null ? null : { words: hasGone, same: [], left: [] }),
    canTakeBack: done !== null && done.places > 0,
    takeBack: done === null ? () => undefined : () => takeBack.mutate(),
    close: () => {
      setDone(null);
      setGone(null);
      change.reset();
      takeBack.reset();
    },
  };
}
