import { backOffMs } from '../api/backOff';
import { api, Refusal } from '../api/client';
import type { Gesture, News } from '../api/types';

/** What is done on a bench, before it has a number and a time. */
export type Deed = Omit<Gesture, 'number'>;

/** What has been done and not yet been answered, as it outlives a reload of the page. */
export interface Undelivered {
  gestures: Gesture[];
  number: number;
  request: number;
  sent: { request: number; gestures: Gesture[]; nowUs: number } | null;
}

interface Receiver {
  /** Name of this window; it numbers its own gestures and requests. */
  window: string;
  nowUs: () => number;
  onNews: (news: News) => void;
  /** Null when all is well again. */
  onTrouble: (text: string | null) => void;
  /** Something was refused for good, and is let go. */
  onRefused: (text: string) => void;
  /** The bench is gone: opens another one and gives its name. */
  onGone: () => Promise<{ id: string; request: number; heard: number }>;
}

const MOST_AT_ONCE = 400;
/** Letters of bytes sent with one request; the server takes 256 KiB. */
const MOST_LETTERS = 300_000;
/** A request that the application breaks on so often is let go, or nothing after it would ever be heard. */
const MOST_FAULTS = 5;
/** What is only due, and was not played, is asked for at most so often. */
const SHORTEST_MS = 20;
/** What is due again and again is asked for no more often than this. */
const RUN_MS = 60;
/** How often a window looks whether another one has done something; one that nobody looks at does so seldom. */
const FOLLOW_MS = 600;
const HIDDEN_MS = 5000;

/**
 * Brings gestures to a bench and news back: one request at a time, in order. A request that fails, or whose answer is lost,
 * is sent again as it was; the server counts each gesture once.
 */
export class Courier {
  private queue: Gesture[] = [];
  private number = 0;
  private request = 0;
  private sent: Undelivered['sent'] = null;
  private isWorking = false;
  /** When something due was last asked for, in milliseconds of the bench. */
  private askedMs = -RUN_MS;
  private isClosed = false;
  private isDue = false;
  private failures = 0;
  private dueTimer: ReturnType<typeof setTimeout> | undefined;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private id: string | null = null;
  /** How far the bench was when it last answered. */
  private turn = 0;
  private followTimer: ReturnType<typeof setTimeout> | undefined;
  private isLookTroubled = false;

  constructor(private readonly receiver: Receiver) {}

  /** The bench is open. */
  open(id: string, request: number, nextDueUs: number | null, turn: number): void {
    this.id = id;
    this.turn = turn;
    this.request = Math.max(this.request, request);
    this.schedule(nextDueUs);
    this.follow();
    void this.work();
  }

  /** Goes on with what another page, before a reload, had still to bring. */
  takeOver(undelivered: Undelivered, heard: number): void {
    this.queue = [...undelivered.gestures.filter((each) => each.number > heard), ...this.queue];
    this.number = Math.max(this.number, undelivered.number, heard);
    this.request = Math.max(this.request, undelivered.request);
    this.sent = undelivered.sent;
  }

  /** Counts on from what a bench has heard from somebody else. */
  goOn(heard: number, request: number): void {
    this.queue = this.queue.map((each, index) => ({ ...each, number: heard + index + 1 }));
    this.number = heard + this.queue.length;
    this.request = Math.max(this.request, request);
  }

  isWaiting(): boolean {
    return this.queue.length > 0;
  }

  undelivered(): Undelivered {
    return { gestures: this.queue, number: this.number, request: this.request, sent: this.sent };
  }

  close(): void {
    this.isClosed = true;
    clearTimeout(this.dueTimer);
    clearTimeout(this.retryTimer);
    clearTimeout(this.followTimer);
  }

  bring(deed: Deed): void {
    this.number += 1;
    this.queue.push({ ...deed, number: this.number });
    void this.work();
  }

  private async work(): Promise<void> {
    if (this.isWorking) {
      return;
    }
    this.isWorking = true;
    while (
      !this.isClosed &&
      this.id !== null &&
      (this.sent !== null || this.queue.length > 0 || this.isDue)
    ) {
      clearTimeout(this.dueTimer);
      this.isDue = false;
      this.sent ??= this.next();
      if (!(await this.deliver(this.id, this.sent))) {
        break;
      }
    }
    this.isWorking = false;
  }

  /** When the oldest gesture was done that has not been answered; null when all are. */
  waitsSinceUs(): number | null {
    return (this.sent?.gestures[0] ?? this.queue[0])?.timeUs ?? null;
  }

  /** False when it has to be tried again later. */
  private async deliver(id: string, sent: NonNullable<Undelivered['sent']>): Promise<boolean> {
    try {
      const news = await api.play(id, { window: this.receiver.window, ...sent });
      if (this.isClosed) {
        return false;
      }
      this.sent = null;
      this.turn = news.turn;
      this.queue = this.queue.filter((each) => each.number > news.heard);
      this.recovered();
      this.receiver.onNews(news);
      this.schedule(news.nextDueUs);
      return true;
    } catch (error) {
      return this.failed(error, sent);
    }
  }

  private async failed(error: unknown, sent: NonNullable<Undelivered['sent']>): Promise<boolean> {
    if (!(error instanceof Refusal)) {
      throw error;
    }
    if (error.status === 404 || error.status === 409) {
      try {
        const { id, request, heard } = await this.receiver.onGone();
        if (id !== this.id) {
          this.goOn(heard, request); // nothing of what was done is lost on the other bench
        }
        this.id = id;
        this.request = Math.max(this.request, request);
        this.sent = null;
        return true;
      } catch {
        return this.later();
      }
    }
    const isPoison = error.status === 500 && this.failures >= MOST_FAULTS;
    if (!isPoison && (error.mayPass || error.status >= 500)) {
      this.receiver.onTrouble(`${error.message} What you play is kept and sent as soon as it answers.`);
      return this.later();
    }
    const letGo = new Set(sent.gestures.map((each) => each.number));
    this.queue = this.queue.filter((each) => !letGo.has(each.number));
    this.sent = null;
    this.recovered();
    this.receiver.onRefused(error.message);
    return true;
  }

  private later(): false {
    this.failures += 1;
    clearTimeout(this.retryTimer);
    this.retryTimer = setTimeout(() => {
      this.isDue = true;
      void this.work();
    }, backOffMs(this.failures));
    return false;
  }

  private recovered(): void {
    if (this.failures > 0) {
      this.failures = 0;
      this.receiver.onTrouble(null);
    }
  }

  private next(): NonNullable<Undelivered['sent']> {
    this.request += 1;
    let letters = 0;
    const gestures: Gesture[] = [];
    for (const gesture of this.queue.slice(0, MOST_AT_ONCE)) {
      letters += gesture.bytes?.length ?? 0;
      if (letters > MOST_LETTERS && gestures.length > 0) {
        break;
      }
      gestures.push(gesture);
    }
    // With gestures left for the next request, time does not run ahead of them.
    const next = this.queue[gestures.length];
    return { request: this.request, gestures, nowUs: next?.timeUs ?? this.receiver.nowUs() };
  }

  private follow(): void {
    clearTimeout(this.followTimer);
    if (!this.isClosed) {
      this.followTimer = setTimeout(() => void this.look(), isHidden() ? HIDDEN_MS : FOLLOW_MS);
    }
  }

  /** Whether somebody else has done something; then it is asked for. */
  private async look(): Promise<void> {
    if (this.id !== null && !this.isWorking && this.failures === 0) {
      try {
        const { turn } = await api.turnOf(this.id, this.receiver.window, isHidden());
        if (this.isLookTroubled) {
          this.isLookTroubled = false;
          this.receiver.onTrouble(null);
        }
        this.isDue ||= turn !== this.turn;
      } catch (error) {
        this.isDue ||= error instanceof Refusal && error.status === 404; // the bench is gone
        if (error instanceof Refusal && error.mayPass && !this.isClosed) {
          this.isLookTroubled = true;
          this.receiver.onTrouble(`${error.message} What you play is kept and sent as soon as it answers.`);
        }
      }
      if (this.isDue) {
        void this.work();
      }
    }
    this.follow();
  }

  private schedule(nextDueUs: number | null): void {
    clearTimeout(this.dueTimer);
    if (nextDueUs !== null && !this.isClosed) {
      const nowMs = this.receiver.nowUs() / 1000;
      // What ticks all the time, such as a clock, is asked for in runs; anything else when it is due.
      const ms = Math.max(nextDueUs / 1000, this.askedMs + RUN_MS) - nowMs;
      this.dueTimer = setTimeout(
        () => {
          this.isDue = true;
          this.askedMs = this.receiver.nowUs() / 1000;
          void this.work();
        },
        Math.max(SHORTEST_MS, ms),
      );
    }
  }
}

/** Whether nobody looks at this window. */
const isHidden = () => typeof document !== 'undefined' && document.hidden;
