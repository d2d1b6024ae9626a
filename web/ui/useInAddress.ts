import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/**
 * What is chosen in a view, kept in its address: a reload, the way back and a link to a colleague show the same.
 *
 * @param first what is so without a word in the address
 */
export function useInAddress<T extends string>(
  name: string,
  first: T,
  isOne: (word: string) => word is T = (word): word is T => word !== '',
): [T, (chosen: T) => void] {
  const [search, setSearch] = useSearchParams();
  const word = search.get(name);
  const there = word !== null && isOne(word) ? word : first;
  // What is pressed counts at once; the address follows.
  const [chosen, setChosen] = useState(there);
  useEffect(() => setChosen(there), [there]);
  const choose = useCallback(
    (next: T) => {
      setChosen(next);
      setSearch(
        (before) => {
          const words = new URLSearchParams(before);
          if (next === first) {
            words.delete(name);
          } else {
            words.set(name, next);
          }
          return words;
        },
        { replace: true },
      );
    },
    [name, first, setSearch],
  );
  return [chosen, choose];
}

/** Whether a word is one of a list. */
export const oneOf =
  <T extends string>(words: readonly T[]) =>
  (word: string): word is T =>
    (words as readonly string[]).includes(word);
