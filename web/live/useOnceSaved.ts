import { useEffect, useState } from 'react';
import type { JsonWork } from '../documents/useJson';

/** Asks for something that is done as soon as what is being worked on is stored. */
export function useOnceSaved<T>(work: JsonWork<T>, act: () => void): () => void {
  const [isWanted, setWanted] = useState(false);
  const isSaved = work.saving.state.is === 'saved';
  useEffect(() => {
    if (isWanted && isSaved) {
      setWanted(false);
      act();
    }
  }, [isWanted, isSaved, act]);
  return () => setWanted(true);
}
