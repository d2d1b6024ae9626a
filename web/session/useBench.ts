import { useState } from 'react';
import type { Rulebook } from '../api/types';
import { benchOf } from './benches';
import type { BenchStore } from './BenchStore';

/** Opens a bench for a rulebook's text as it was first read; later changes go through the store. */
export function useBench(rulebook: Rulebook, rig: string | null, shared: string | null): BenchStore {
  const [store] = useState(() => benchOf(rulebook, rig, shared, shared !== null));
  return store;
}
