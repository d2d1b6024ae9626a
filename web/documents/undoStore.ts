import { difference, patched, type Patch } from './patches';

/** What can be undone and done again of a document, nearest last. */
export interface Steps<T> {
  past: readonly T[];
  future: readonly T[];
}

interface Kept {
  /** Of which text this is the past. */
  sum: string;
  past: Patch[][];
  future: Patch[][];
}

const MOST = 100;
/** Characters; a longer past is not worth its place in the browser's store. */
const LONGEST = 400_000;

/** What could be undone before the page was loaded again, as long as the document is still as it was left. */
export function recallSteps<T>(id: string, now: T): Steps<T> {
  try {
    const kept = JSON.parse(localStorage.getItem(key(id)) ?? 'null') as Kept | null;
    if (kept?.sum === sum(now)) {
      return { past: walk(now, kept.past), future: walk(now, kept.future) };
    }
  } catch {
    localStorage.removeItem(key(id));
  }
  return { past: [], future: [] };
}

/** Keeps what can be undone for the next time this document is opened, the nearest steps first where there is little room. */
export function rememberSteps<T>(id: string, now: T, { past, future }: Steps<T>): void {
  const kept: Kept = { sum: sum(now), past: back(now, past), future: back(now, future) };
  let written = JSON.stringify(kept);
  while (written.length > LONGEST && kept.past.length + kept.future.length > 0) {
    (kept.past.length >= kept.future.length ? kept.past : kept.future).pop();
    written = JSON.stringify(kept);
  }
  try {
    localStorage.setItem(key(id), written);
  } catch {
    localStorage.removeItem(key(id)); // the store is full
  }
}

/** From the present step by step, nearest first. */
function back<T>(now: T, steps: readonly T[]): Patch[][] {
  return [...steps]
    .slice(-MOST)
    .reverse()
    .map((step, index, all) => difference(index === 0 ? now : all[index - 1], step));
}

function walk<T>(now: T, patches: readonly Patch[][]): T[] {
  const steps: T[] = [];
  for (const each of patches) {
    steps.push(patched(steps.at(-1) ?? now, each) as T);
  }
  return steps.reverse();
}

/** Tells documents apart, however they are written down; not for secrets. */
function sum(value: unknown): string {
  const text = JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([one], [other]) => (one < other ? -1 : 1)))
      : part,
  );
  let hash = 5381;
  for (let at = 0; at < text.length; at += 1) {
    hash = (Math.imul(hash, 33) ^ text.charCodeAt(at)) >>> 0;
  }
  return `${text.length} ${hash}`;
}

function key(id: string): string {
  return `undo of ${id}`;
}
