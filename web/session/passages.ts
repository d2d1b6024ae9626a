import type { Late, News, TraceRecord } from '../api/types';

/** A message on the zigzag, with what went out for it later. */
export interface Passage {
  record: TraceRecord;
  late: Late[];
  /** Part of a stream: clock, sensing, or the same control again within a moment. */
  isStream: boolean;
  /** Number of stream messages that this one stands for, when they are folded. */
  folded?: number;
}

/** Messages kept at least; the oldest go several thousand at a time, so that this costs nothing in between. */
const KEPT = 20_000;
const SPARE = 4_000;
/** Changes of older messages that are remembered for those who look now and then. */
const MOST_LOGGED = 5_000;
const STREAM_GAP_US = 150_000;
const REPLACED = 'a later value took its place';

/** What has gone over the zigzag: grows with the news, and forgets the oldest. */
export class Passages {
  /** In order. The list itself stays and grows. */
  readonly items: Passage[] = [];
  /** Goes up whenever messages have been forgotten, so that places in the list are others. */
  epoch = 0;
  /** Goes up with every change. */
  version = 0;
  /** How many changes of messages there have been that were there already. */
  logged = 0;

  private log: Passage[] = [];
  private lastDone: ReadonlyMap<string, string> = new Map();
  private readonly bySeq = new Map<number, Passage>();
  private readonly lastOfControl = new Map<string, number>();

  clear(): void {
    this.bySeq.clear();
    this.items.length = 0;
    this.epoch += 1;
    this.version += 1;
  }

  /** Messages that were there already and have changed since a count of {@link logged}. */
  changedSince(count: number): readonly Passage[] {
    return this.log.slice(Math.max(0, this.log.length - (this.logged - count)));
  }

  add(news: News): ReadonlyMap<string, string> {
    if (news.records.length + news.late.length + news.replaced.length === 0) {
      return this.lastDone;
    }
    this.version += 1;
    const lastDone = new Map(this.lastDone);
    for (const record of news.records) {
      const passage: Passage = { record, late: [], isStream: this.isStream(record) };
      this.bySeq.set(record.seq, passage);
      this.items.push(passage);
      for (const visit of record.visits) {
        lastDone.set(visit.title, summary(record, visit));
      }
    }
    for (const late of news.late) {
      this.change(late.of, (passage) => (passage.late = [...passage.late, late]));
    }
    for (const seq of news.replaced) {
      this.change(
        seq,
        (passage) => (passage.record = { ...passage.record, fate: 'dropped', reason: REPLACED }),
      );
    }
    if (this.items.length > KEPT + SPARE) {
      for (const old of this.items.splice(0, this.items.length - KEPT)) {
        this.bySeq.delete(old.record.seq);
      }
      this.epoch += 1;
    }
    this.lastDone = lastDone;
    return lastDone;
  }

  private change(seq: number, make: (passage: Passage) => void): void {
    const passage = this.bySeq.get(seq);
    if (passage !== undefined) {
      make(passage);
      this.logged += 1;
      this.log.push(passage);
      if (this.log.length > 2 * MOST_LOGGED) {
        this.log = this.log.slice(-MOST_LOGGED);
      }
    }
  }

  private isStream(record: TraceRecord): boolean {
    const status = parseInt(record.bytes.slice(0, 2), 16);
    if (status === 0xf8 || status === 0xfe || status === 0xf1) {
      return true;
    }
    const high = status & 0xf0;
    if (status >= 0xf0 || high < 0xa0 || high === 0xc0) {
      return false;
    }
    const control = `${record.port} ${record.bytes.slice(0, high === 0xe0 || high === 0xd0 ? 2 : record.bytes.length > 8 ? 17 : 5)}`;
    const last = this.lastOfControl.get(control);
    this.lastOfControl.set(control, record.timeUs);
    return last !== undefined && record.timeUs - last < STREAM_GAP_US;
  }
}

function summary(record: TraceRecord, visit: TraceRecord['visits'][number]): string {
  if (visit.tear !== null) {
    return `${visit.tear.how}: ${visit.tear.reason}`;
  }
  if (visit.marks.length > 0) {
    return visit.marks.map((mark) => `${mark.field} ${mark.was} → ${mark.now}`).join(', ');
  }
  return visit.outs[0]?.text ?? record.text;
}
