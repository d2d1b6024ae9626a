import { useState, useSyncExternalStore } from 'react';
import type { Rulebook } from '../../api/types';
import { benchOf } from './benches';
import type { BenchState, BenchStore } from './BenchStore';

/** Opens a bench for a rulebook's text as it was first read; later changes go through the store. */
export function useBench(rulebook: Rulebook): [BenchStore, BenchState] {
  const [store] = useState(() => benchOf(rulebook));
  return [store, useSyncExternalStore(store.subscribe, store.snapshot)];
}
