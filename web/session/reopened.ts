import { api, Refusal } from '../api/client';
import type { Bench } from '../api/types';
import type { KeptBench } from './keptBench';

/** The bench of before, or null when it is gone. */
export async function reopened(kept: Pick<KeptBench, 'id'> | null, window: string): Promise<Bench | null> {
  if (kept === null) {
    return null;
  }
  try {
    return await api.readBench(kept.id, window);
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) {
      return null;
    }
    throw error;
  }
}
