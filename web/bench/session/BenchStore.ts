import { api, Refusal } from '../../api/client';
import type { Bench, Checked, Late, News, PlayedEvent, Receiver, Sender, TraceRecord } from '../../api/types';
import { movementOf, movementsOf, type Movements, type Positions } from './positions';

/** A message on the zigzag, with what went out for it later. */
export interface Passage {
  record: TraceRecord;
  late: Late[];
  /** Part of a stream: clock, sensing, or the same control again within a moment. */
  isStream: boolean;
  /** Number of stream messages that this one stands for, when they are folded. */
  folded?: number;
}

export interface BenchState {
  isOpen: boolean;
  problem: string | null;
  senders: Sender[];
  receivers: Receiver[];
  rules: News['rules'];
  ports: News['ports'];
  memories: News['memories'];
  scenes: News['scenes'];
  /** How far the controls of the senders are moved, by port and control. */
  positions: ReadonlyMap<string, Positions>;
  passages: readonly Passage[];
  /** What each rule last did, by its title. */
  lastDone: ReadonlyMap<string, string>;
}

const KEPT = 20_000;
const STREAM_GAP_US = 150_000;
const MOST_AT_ONCE = 400;
const REPLACED = 'a later value took its place';

const EMPTY: BenchState = {
  isOpen: false,
  problem: null,
  senders: [],
  receivers: [],
  rules: [],
  ports: [],
  memories: [],
  scenes: { titles: [], current: 0 },
  positions: new Map(),
  passages: [],
  lastDone: new Map(),
};

/**
 * A bench on the server and what is known of it here.
 *
 * Gestures are sent as they come, one request at a time; what is due later is fetched when it is due.
 */
export class BenchStore {
  private state = EMPTY;
  private readonly listeners = new Set<() => void>();
  private readonly startedAt = performance.now();
  private id: string | null = null;
  private waiting: PlayedEvent[] = [];
  private isBusy = false;
  private isClosed = false;
  private dueTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly bySeq = new Map<number, Passage>();
  private readonly lastOfControl = new Map<string, number>();
  private movements: Movements = new Map();
  /** Called with every message that came in, for recording. */
  onRecord: ((record: TraceRecord) => void) | null = null;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): BenchState => this.state;

  /** Microseconds since this bench was opened. */
  nowUs(): number {
    return Math.round((performance.now() - this.startedAt) * 1000);
  }

  async open(text: string, goodText: string): Promise<void> {
    try {
      this.applyWhole(await api.openBench(text, goodText));
    } catch (error) {
      this.fail(error);
    }
  }

  close(): void {
    this.isClosed = true;
    clearTimeout(this.dueTimer);
  }

  /** Moves a control of the stand-in at a port. */
  play(port: string, control: string, value: number): void {
    this.move(port, control, value);
    this.enqueue({ timeUs: this.nowUs(), port, control, value });
  }

  /** Plays bytes into a port, as a tape does. */
  playBytes(port: string, bytes: string, timeUs: number): void {
    const moved = movementOf(this.movements, port, bytes);
    if (moved !== null) {
      this.move(port, moved.control, moved.value);
    }
    this.enqueue({ timeUs, port, bytes });
  }

  async panic(): Promise<void> {
    this.waiting = [];
    if (this.id !== null) {
      await this.attempt(async (id) => this.applyNews(await api.panic(id, this.nowUs())));
    }
  }

  /** Changes to a scene by hand. */
  async go(scene: number): Promise<void> {
    await this.attempt(async (id) => this.applyNews(await api.changeScene(id, scene, this.nowUs())));
  }

  /** Puts other rules on the bench; the answer says whether they run. */
  async change(text: string): Promise<Checked | null> {
    let checked: Checked | null = null;
    await this.attempt(async (id) => {
      const answer = await api.changeBench(id, text);
      checked = answer.checked;
      this.applyWhole(answer.bench);
    });
    return checked;
  }

  clear(): void {
    this.bySeq.clear();
    this.update({ passages: [] });
  }

  dismissProblem(): void {
    this.update({ problem: null });
  }

  private move(port: string, control: string, value: number): void {
    const ofPort = new Map(this.state.positions.get(port)).set(control, value);
    this.update({ positions: new Map(this.state.positions).set(port, ofPort) });
  }

  private enqueue(event: PlayedEvent): void {
    this.waiting.push(event);
    void this.flush();
  }

  private async flush(): Promise<void> {
    if (this.isBusy || this.id === null || this.isClosed) {
      return;
    }
    this.isBusy = true;
    clearTimeout(this.dueTimer);
    let nextDueUs: number | null = null;
    try {
      do {
        const events = this.waiting.splice(0, MOST_AT_ONCE);
        const news = await api.play(this.id, events, this.nowUs());
        this.applyNews(news);
        nextDueUs = news.nextDueUs;
      } while (this.waiting.length > 0);
    } catch (error) {
      this.fail(error);
    }
    this.isBusy = false;
    if (nextDueUs !== null) {
      this.dueTimer = setTimeout(() => void this.flush(), Math.max(0, (nextDueUs - this.nowUs()) / 1000));
    }
  }

  private async attempt(work: (id: string) => Promise<void>): Promise<void> {
    if (this.id === null) {
      return;
    }
    try {
      await work(this.id);
    } catch (error) {
      this.fail(error);
    }
  }

  private fail(error: unknown): void {
    const text = error instanceof Error ? error.message : 'Something went wrong.';
    const hint =
      error instanceof Refusal && error.status === 404 ? ' Reload the page to open a new bench.' : '';
    this.update({ problem: text + hint });
  }

  private applyWhole(bench: Bench): void {
    this.id = bench.id;
    this.movements = movementsOf(bench.senders);
    this.update({ isOpen: true, senders: bench.senders });
    this.applyNews(bench);
    if (this.waiting.length > 0) {
      void this.flush();
    }
  }

  private applyNews(news: News): void {
    const lastDone = new Map(this.state.lastDone);
    const added: Passage[] = [];
    for (const record of news.records) {
      const passage: Passage = { record, late: [], isStream: this.isStream(record) };
      this.bySeq.set(record.seq, passage);
      added.push(passage);
      for (const visit of record.visits) {
        lastDone.set(visit.title, summary(record, visit));
      }
      this.onRecord?.(record);
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
    let passages = this.state.passages;
    if (added.length > 0 || news.late.length > 0 || news.replaced.length > 0) {
      passages = [...passages, ...added];
      for (const old of passages.slice(0, Math.max(0, passages.length - KEPT))) {
        this.bySeq.delete(old.record.seq);
      }
      passages = passages.slice(-KEPT);
    }
    this.update({
      passages,
      lastDone,
      rules: news.rules,
      ports: news.ports,
      receivers: news.receivers,
      memories: news.memories,
      scenes: news.scenes,
    });
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
    const control = `${record.port} ${record.bytes.slice(0, high === 0xe0 || high === 0xd0 ? 2 : 5)}`;
    const last = this.lastOfControl.get(control);
    this.lastOfControl.set(control, record.timeUs);
    return last !== undefined && record.timeUs - last < STREAM_GAP_US;
  }

  private update(change: Partial<BenchState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) {
      listener();
    }
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
