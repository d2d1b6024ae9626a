import type { Rulebook } from '../api/types';
import { BenchStore } from './BenchStore';

let current: { id: string; store: BenchStore } | null = null;
const listeners = new Set<() => void>();

/**
 * The bench of a rulebook: the one that is open, or a new one in its place. It plays on while other views are looked at.
 *
 * @param shared a bench that is played elsewhere, or was made for something, to go on with
 * @param mustBe whether it has to be that one, whatever is open
 */
export function benchOf(
  rulebook: Rulebook,
  rig: string | null,
  shared: string | null = null,
  mustBe = false,
): BenchStore {
  const isMeant = !mustBe || current?.store.benchId() === shared;
  if (current !== null && current.id === rulebook.id && isMeant) {
    return current.store;
  }
  current?.store.close();
  const store = new BenchStore(rulebook.id, rig);
  current = { id: rulebook.id, store };
  void store.open(rulebook.text, rulebook.goodText, shared);
  listeners.forEach((listener) => listener());
  return store;
}

/** The bench that is open, if there is one. */
export function currentBench(): { id: string; store: BenchStore } | null {
  return current;
}

export function onBench(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

window.addEventListener('pagehide', () => current?.store.leave());
