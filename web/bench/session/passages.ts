import type { Late, News, TraceRecord } from '../../api/types';

/** A message on the zigzag, with what went out for it later. */
export interface Passage {
  record: TraceRecord;
  late: Late[];
  /** Part of a stream: clock, sensing, or the same control again within a moment. */
  isStream: boolean;
  /** Number of stream messages that this one stands for, when they are folded. */
  folded?: number;
}

const KEPT = 20_000;
const STREAM_GAP_US = 150_000;
const REPLACED = 'a later value took its place';

/** What has gone over the zigzag: grows with the news, and forgets the oldest. */
export class Passages {
  private passages: readonly Passage[] = [];
  private lastDone: ReadonlyMap<string, string> = new Map();
  private readonly bySeq = new Map<number, Passage>();
  private readonly lastOfControl = new Map<string, number>();

  clear(): readonly Passage[] {
    this.bySeq.clear();
    this.passages = [];
    return this.passages;
  }

  add(news: News): { passages: readonly Passage[]; lastDone: ReadonlyMap<string, string> } {
    const lastDone = new Map(this.lastDone);
    const added: Passage[] = [];
    for (const record of news.records) {
      const passage: Passage = { record, late: [], isStream: this.isStream(record) };
      this.bySeq.set(record.seq, passage);
      added.push(passage);
      for (const visit of record.visits) {
        lastDone.set(visit.title, summary(record, visit));
      }
    }
    for (const late of news.late) {
      const passage = this.bySeq.get(late.of);
      if (passage !== undefined) {
        passage.late = [...passage.late, late];
      }
    }
    for (const seq of news.replaced) {
      const passage = this.bySeq.get(seq);
      if (passage !== undefined) {
        passage.record = { ...passage.record, fate: 'dropped', reason: REPLACED };
      }
    }
    if (added.length > 0 || news.late.length > 0 || news.replaced.length > 0) {
      const all = [...this.passages, ...added];
      for (const old of all.slice(0, Math.max(0, all.length - KEPT))) {
        this.bySeq.delete(old.record.seq);
      }
      this.passages = all.slice(-KEPT);
    }
    this.lastDone = lastDone;
    return { passages: this.passages, lastDone };
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
