import { api } from '../api/client';
import type { BenchStore } from './BenchStore';

/** Keeps the last minute of a bench, and says how that went. */
export async function keepMinute(store: BenchStore, book: string): Promise<string> {
  const bench = store.benchId();
  if (bench === null) {
    return 'The bench is not open yet, so there is nothing to keep.';
  }
  try {
    const kept = await api.mark(bench, book);
    return `The last minute is kept as “${kept.name}”; you find it under Proof.`;
  } catch (error) {
    return `The minute could not be kept: ${error instanceof Error ? error.message : 'nobody answered'}`;
  }
}
