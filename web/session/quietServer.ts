import { afterEach, beforeEach, vi } from 'vitest';
import type { api } from '../api/client';
import type { Gesture } from '../api/types';
import { BenchStore } from './BenchStore';
import { bench, news } from './samples';

/** Makes a mocked server that takes what it is sent, and a clock that stands still, for each test of a file. */
export function withQuietServer(server: ReturnType<typeof vi.mocked<typeof api>>): void {
  beforeEach(() => {
    vi.useFakeTimers();
    server.openBench.mockResolvedValue(bench());
    server.turnOf.mockResolvedValue({ turn: 0 });
    server.play.mockImplementation((_, { gestures }) =>
      Promise.resolve(news({ heard: lastNumber(gestures) })),
    );
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.resetAllMocks();
  });
}

export async function opened(): Promise<BenchStore> {
  const store = new BenchStore();
  await store.open('text', 'good text');
  return store;
}

/** Lets what was begun without waiting come to its end. */
export async function settled(): Promise<void> {
  await vi.advanceTimersByTimeAsync(0);
}

/** What the server answers to gestures. */
export function lastNumber(gestures: readonly Gesture[]): number {
  return gestures.at(-1)?.number ?? 0;
}
