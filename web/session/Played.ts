import type { TapeEvent } from '../api/types';
import type { BenchStore } from './BenchStore';

/** While a panel is drawn the browser is busy, and streams make a pause: what begins after that began with the listening. */
const AFTER_PAINT_MS = 50;
let made = 0;

/** What is played from the moment on at which somebody begins to listen. */
export class Played {
  /** No two have the same. */
  readonly name = ++made;
  /** What came before began by itself. */
  fromUs: number;
  /** When something came last; null as long as nothing has. */
  lastUs: number | null = null;
  private events: TapeEvent[] = [];

  constructor(private readonly store: BenchStore) {
    this.fromUs = store.nowUs();
  }

  /** Listens until what is answered is called. */
  listen(): () => void {
    const stop = this.store.listen((came) => {
      this.events.push(...came);
      this.lastUs = this.store.nowUs();
    });
    const painted = setTimeout(() => {
      this.fromUs = this.store.nowUs();
    }, AFTER_PAINT_MS);
    return () => {
      stop();
      clearTimeout(painted);
    };
  }

  nowUs(): number {
    return this.store.nowUs();
  }

  /** How far what was played has been heard. */
  heardUs(): number {
    return this.store.heardUs();
  }

  all(): readonly TapeEvent[] {
    return this.events;
  }

  /** What came after a time; what was before is forgotten. */
  since(timeUs: number): readonly TapeEvent[] {
    const first = this.events.findIndex((event) => event.timeUs >= timeUs);
    this.events = first === -1 ? [] : this.events.slice(first);
    return this.events;
  }
}
