import { useEffect, useState, useSyncExternalStore } from 'react';
import { BenchStore, type BenchState } from './BenchStore';

/** Opens a bench for a rulebook's text as it was first read; later changes go through the store. */
export function useBench(rulebook: string, text: string | undefined): [BenchStore, BenchState] {
  const [store, setStore] = useState(() => new BenchStore());
  useEffect(() => {
    if (text === undefined) {
      return;
    }
    const opened = new BenchStore();
    setStore(opened);
    void opened.open(text);
    return () => opened.close();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a new bench for another rulebook only
  }, [rulebook, text === undefined]);
  return [store, useSyncExternalStore(store.subscribe, store.snapshot)];
}
