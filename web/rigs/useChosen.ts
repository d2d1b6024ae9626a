import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** What is chosen in a rig, of which the details are seen. */
export type Chosen = { what: 'unit' | 'lead'; id: string } | null;

const read = (search: URLSearchParams): Chosen => {
  const [unit, lead] = [search.get('unit'), search.get('lead')];
  return unit !== null ? { what: 'unit', id: unit } : lead !== null ? { what: 'lead', id: lead } : null;
};

/** What is chosen in a rig; it stands in the address. */
export function useChosen(): [Chosen, (chosen: Chosen) => void] {
  const [search, setSearch] = useSearchParams();
  const there = read(search);
  const [chosen, setChosen] = useState(there);
  const words = there === null ? '' : `${there.what} ${there.id}`;
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the same words mean the same
  useEffect(() => setChosen(there), [words]);
  const choose = useCallback(
    (next: Chosen) => {
      setChosen(next);
      setSearch(
        (before) => {
          const after = new URLSearchParams(before);
          after.delete('unit');
          after.delete('lead');
          if (next !== null) {
            after.set(next.what, next.id);
          }
          return after;
        },
        { replace: true },
      );
    },
    [setSearch],
  );
  return [chosen, choose];
}
