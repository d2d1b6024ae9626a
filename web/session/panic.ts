import { currentBench, onBench } from './benches';

const live = new Map<string, () => void>();
const listeners = new Set<() => void>();

/** From now on panic, in every view of this window, also silences a show that plays between real devices; null where that plays no more. */
export function silenceLive(rig: string, silence: (() => void) | null): void {
  if (silence === null) {
    live.delete(rig);
  } else {
    live.set(rig, silence);
  }
  listeners.forEach((listener) => listener());
}

/** Silences whatever this window has open: a bench, and a show between real devices. */
export function panic(): void {
  currentBench()?.store.panic();
  live.forEach((silence) => silence());
}

/** Whether there is anything to be silenced. */
export const canPanic = (): boolean => currentBench() !== null || live.size > 0;

export function onPanicChanged(listener: () => void): () => void {
  listeners.add(listener);
  const leave = onBench(listener);
  return () => {
    listeners.delete(listener);
    leave();
  };
}
