import type { Rulebook } from '../../api/types';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { BenchStore, type BenchState } from './BenchStore';

/** Opens a bench for a rulebook's text as it was first read; later changes go through the store. */
export function useBench(rulebook: Rulebook): [BenchStore, BenchState] {
  const [store, setStore] = useState(() => new BenchStore());
  useEffect(() => {
    const opened = new BenchStore(rulebook.id);
    const keep = () => opened.keep();
    setStore(opened);
    void opened.open(rulebook.text, rulebook.goodText);
    window.addEventListener('pagehide', keep);
    return () => {
      window.removeEventListener('pagehide', keep);
      opened.close();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a new bench for another rulebook only
  }, [rulebook.id]);
  return [store, useSyncExternalStore(store.subscribe, store.snapshot)];
}
