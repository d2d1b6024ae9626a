import type { Passage, Passages } from '../../session/passages';
import { passes, type Filter } from './filters';
import { Heights } from './Heights';
import { rowHeight } from './layout';

/** Runs of stream messages at least this long become one line. */
const SHORTEST = 4;

/**
 * The lines of the zigzag: what passes the filter, with streams folded into their first message. They grow by what is new, so
 * that an update costs the same however many there are.
 */
export class Lines {
  readonly heights = new Heights();
  /** How many messages passed the filter, folded ones among them. */
  shown = 0;
  /** How many messages there were. */
  all = 0;
  /** Goes up with every change. */
  version = 0;

  private items: Passage[] = [];
  private readonly places = new Map<number, number>();
  /** Stream messages that the last lines stand for. */
  private run: Passage[] = [];
  private read = 0;
  private logged = 0;
  private made: { source: Passages; epoch: number; filter: Filter; opened: ReadonlySet<number> } | null =
    null;

  get length(): number {
    return this.items.length;
  }

  at(index: number): Passage | undefined {
    return this.items[index];
  }

  /** The line of a message, or -1. */
  indexOf(seq: number | null): number {
    return seq === null ? -1 : (this.places.get(seq) ?? -1);
  }

  /** Comes up to date with what has gone over the zigzag. */
  sync(source: Passages, filter: Filter, opened: ReadonlySet<number>): number {
    const { made } = this;
    if (
      made === null ||
      made.source !== source ||
      made.epoch !== source.epoch ||
      made.filter !== filter ||
      made.opened !== opened
    ) {
      this.begin();
      this.made = { source, epoch: source.epoch, filter, opened };
    }
    const changed = source.changedSince(this.logged);
    this.logged = source.logged;
    for (; this.read < source.items.length; this.read += 1) {
      const passage = source.items[this.read];
      if (passage !== undefined && passes(passage, filter)) {
        this.add(passage, opened);
      }
    }
    for (const passage of changed) {
      const index = this.indexOf(passage.record.seq);
      const line = this.items[index];
      if (line !== undefined) {
        this.items[index] = line.folded === undefined ? passage : { ...passage, folded: line.folded };
        this.heights.set(index, rowHeight(this.items[index] ?? passage));
      }
    }
    this.all = source.items.length;
    this.version += 1;
    return this.version;
  }

  private begin(): void {
    while (this.items.length > 0) {
      this.drop();
    }
    this.run = [];
    this.read = 0;
    this.logged = 0;
    this.shown = 0;
  }

  private add(passage: Passage, opened: ReadonlySet<number>): void {
    this.shown += 1;
    if (!passage.isStream) {
      this.run = [];
      this.put(passage);
      return;
    }
    this.run.push(passage);
    const first = this.run[0] ?? passage;
    const { length } = this.run;
    if (length < SHORTEST || opened.has(first.record.seq)) {
      this.put(passage);
    } else if (length === SHORTEST) {
      for (let i = 1; i < SHORTEST; i += 1) {
        this.drop();
      }
      this.put({ ...first, folded: length });
    } else {
      this.items[this.items.length - 1] = { ...first, folded: length };
    }
  }

  private put(passage: Passage): void {
    this.places.set(passage.record.seq, this.items.length);
    this.items.push(passage);
    this.heights.push(rowHeight(passage));
  }

  private drop(): void {
    const last = this.items.pop();
    if (last !== undefined) {
      this.places.delete(last.record.seq);
    }
    this.heights.pop();
  }
}
