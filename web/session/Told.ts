import { useSyncExternalStore } from 'react';

/** Something whose state others look at, and hear of when it becomes another. */
export interface Told<S> {
  subscribe: (listener: () => void) => () => void;
  snapshot: () => S;
}

/** State that is replaced as a whole. */
export class State<S> implements Told<S> {
  private readonly listeners = new Set<() => void>();

  constructor(private state: S) {}

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): S => this.state;

  set(state: S): void {
    this.state = state;
    this.listeners.forEach((listener) => listener());
  }
}

/** A part of a state: whoever asks is drawn anew when that part is another, and not otherwise. */
export function usePart<S, T>(of: Told<S>, part: (state: S) => T): T {
  return useSyncExternalStore(of.subscribe, () => part(of.snapshot()));
}
