import { useState, useSyncExternalStore } from 'react';
import type { Rulebook } from '../api/types';
import { benchOf } from './benches';
import type { BenchState } from './benchState';
import type { BenchStore } from './BenchStore';

/** Opens a bench for a rulebook's text as it was first read; later changes go through the store. */
export function useBench(rulebook: Rulebook, rig: string | null, shared: string | null): BenchStore {
  const [store] = useState(() => benchOf(rulebook, rig, shared, shared !== null));
  return store;
}

/** A part of what is known of a bench: whoever asks is drawn anew when that part is another, and not otherwise. */
export function usePart<T>(store: BenchStore, part: (state: BenchState) => T): T {
  return useSyncExternalStore(store.subscribe, () => part(store.snapshot()));
}
