import { currentBench, onBench } from './benches';

let live: (() => void) | null = null;
const listeners = new Set<() => void>();

/** From now on panic also silences a show between real devices, which this window has open; null where it has none any more. */
export function silenceLive(silence: (() => void) | null): void {
  live = silence;
  listeners.forEach((listener) => listener());
}

/** Silences whatever this window has open: a bench, and a show between real devices. */
export function panic(): void {
  currentBench()?.store.panic();
  live?.();
}

/** Whether there is anything to be silenced. */
export const canPanic = (): boolean => currentBench() !== null || live !== null;

export function onPanicChanged(listener: () => void): () => void {
  listeners.add(listener);
  const leave = onBench(listener);
  return () => {
    listeners.delete(listener);
    leave();
  };
}
