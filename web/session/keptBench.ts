import type { Undelivered } from './Courier';

/** What a page has to know to go on with its bench after a reload. */
export interface KeptBench {
  id: string;
  /** What this window is called there. */
  window: string;
  /** Wall clock at the bench's time 0, in milliseconds. */
  originMs: number;
  undelivered: Undelivered;
  /** How far the controls of the senders are moved, by port. */
  positions: [string, [string, number][]][];
}

const key = (rulebook: string) => `bench ${rulebook}`;

export function keepBench(rulebook: string, kept: KeptBench): void {
  try {
    sessionStorage.setItem(key(rulebook), JSON.stringify(kept));
  } catch {
    sessionStorage.removeItem(key(rulebook)); // the store is full
  }
}

/** The bench of this window, if the page has been loaded again; another window has one of its own. */
export function recallBench(rulebook: string): KeptBench | null {
  const kept = sessionStorage.getItem(key(rulebook));
  sessionStorage.removeItem(key(rulebook));
  const navigation = performance.getEntriesByType('navigation')[0];
  const isReload = navigation !== undefined && (navigation as PerformanceNavigationTiming).type === 'reload';
  if (kept === null || !isReload) {
    return null;
  }
  try {
    return JSON.parse(kept) as KeptBench;
  } catch {
    return null;
  }
}
