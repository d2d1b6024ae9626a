import { backOffMs, wait } from '../api/backOff';
import { api, Refusal } from '../api/client';

const PIECE = 4 << 20;
/** So often something that may pass is tried again. */
const TRIES = 8;

/** How far a backup has come in, from 0 to 1, and what is being done. */
export interface Progress {
  part: number;
  does: string;
}

type Counts = { new: number; same: number; beside: number; unreadable: number };

/** Brings in a backup of whatever size: piece by piece, then slice by slice. Stopped before its end, it changes nothing. */
export async function bringEverything(
  file: File,
  onProgress: (progress: Progress) => void,
  stop: AbortSignal,
): Promise<Counts | null> {
  const { id } = await insist(() => api.openIncoming(file.name, file.size));
  try {
    for (let at = 0; at < file.size;) {
      onProgress({ part: (0.4 * at) / file.size, does: 'The file is sent' });
      if (stop.aborted) {
        return null;
      }
      const from = at;
      ({ received: at } = await insist(() => api.addIncoming(id, from, file.slice(from, from + PIECE))));
    }
    for (;;) {
      if (stop.aborted) {
        return null;
      }
      const now = await insist(() => api.goOnIncoming(id));
      if (now.phase === 'done') {
        return now;
      }
      onProgress({
        part: 0.4 + (0.6 * now.done) / Math.max(1, now.total),
        does: now.phase === 'looking' ? 'Everything in it is looked at' : 'It is kept',
      });
    }
  } finally {
    await api.dropIncoming(id).catch(() => undefined); // it is cleared away in a day in any case
  }
}

/** Tries again what may pass: the application starts anew, or somebody else is saving. */
async function insist<T>(ask: () => Promise<T>): Promise<T> {
  for (let failures = 1; ; failures += 1) {
    try {
      return await ask();
    } catch (error) {
      if (!(error instanceof Refusal && error.mayPass) || failures >= TRIES) {
        throw error;
      }
      await wait(backOffMs(failures));
    }
  }
}
