import { createStore, del, entries, set } from 'idb-keyval';
import type { TapeEvent } from '../../api/types';

/** What was played, kept in this browser until the application has stored it. */
export interface Recording {
  name: string;
  events: readonly TapeEvent[];
  /** When it was last kept, in milliseconds; while it is being made, every second. */
  keptAt: number;
}

/** A recording that was not kept for so long is not being made any more. */
const STILL_MS = 4000;
const MINE = 'recording';

const store = () => createStore('zigzag-post', 'recordings');

export async function keepRecording(recording: Omit<Recording, 'keptAt'>): Promise<void> {
  sessionStorage.setItem(MINE, recording.name);
  await set(recording.name, { ...recording, keptAt: Date.now() }, store());
}

export async function forgetRecording(name: string): Promise<void> {
  sessionStorage.removeItem(MINE);
  await del(name, store());
}

/** A recording that was never stored: the one of this window before it was loaded again, or one that nobody makes any more. */
export async function leftRecording(): Promise<Recording | null> {
  const mine = sessionStorage.getItem(MINE);
  const all = await entries<string, Recording>(store());
  const left = all.map(([, each]) => each).filter((each) => each.events.length > 0);
  return (
    left.find((each) => each.name === mine) ??
    left.find((each) => Date.now() - each.keptAt > STILL_MS) ??
    null
  );
}

/** A recording as a tape that begins with its first event. */
export function tapeOf({ name, events }: Pick<Recording, 'name' | 'events'>): File {
  const begin = events[0]?.timeUs ?? 0;
  const lines = events.map(
    (event) => `${((event.timeUs - begin) / 1000).toFixed(3)} ${event.port} ${event.bytes}\n`,
  );
  return new File(['# zigzag tape 1\n', ...lines], name);
}
