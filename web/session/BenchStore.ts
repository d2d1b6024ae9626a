import { api } from '../api/client';
import type { Bench, Checked, News, TapeEvent } from '../api/types';
import { EMPTY, type BenchState } from './benchState';
import { Courier, type Deed } from './Courier';
import { endOfPort, merged } from './merged';
import { keepBench, recallBench } from './keptBench';
import { Passages } from './passages';
import { reopened } from './reopened';
import { untilAnswered } from './untilAnswered';
import { wallMs, windowName } from './windowName';
import { followed, movementOf, movementsOf, withPosition, type Movements } from './positions';

const MOST_TOLD = 3;
/** A clock that is so far from the player's has stood still, or the player's has. */
const OFF_US = 1_000_000;

/** A bench on the server and what is known of it here. What is done goes out in order, by a courier. */
export class BenchStore {
  private state = EMPTY;
  private readonly listeners = new Set<() => void>();
  private originMs = wallMs();
  private id: string | null = null;
  /** Name of this window on its bench. */
  private window = windowName();
  private isClosed = false;
  private text = '';
  private goodText = '';
  /** Name of the rules that the bench was last given. */
  private book: string | null = null;
  private checks = 0;
  /** The text that was checked last, and the rules that were made of it. */
  private answered: { text: string; book: string | null } | null = null;
  private readonly zigzag = new Passages();
  private movements: Movements = new Map();
  private readonly courier: Courier;
  /** Called with everything that came in, for recording. */
  onCame: ((came: readonly TapeEvent[]) => void) | null = null;
  private readonly ears = new Set<(came: readonly TapeEvent[]) => void>();

  /**
   * @param rulebook name under which the bench is kept for a reload of the page; without it, it is not
   * @param rig the rig that the rulebook belongs to, if there is one
   */
  constructor(
    readonly rulebook: string | null = null,
    readonly rig: string | null = null,
  ) {
    const name = () => this.window;
    this.courier = new Courier({
      get window() {
        return name();
      },
      nowUs: () => this.nowUs(),
      onNews: (news) => this.applyNews(news),
      onTrouble: (trouble) => this.update({ trouble }),
      onRefused: (problem) => this.update({ problem }),
      onGone: () => this.openAnother(),
    });
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Hears everything that comes in from now on, until what is answered is called; what was played before and is only now told does not count. */
  listen(hear: (came: readonly TapeEvent[]) => void): () => void {
    const fromUs = this.nowUs();
    const ear = (came: readonly TapeEvent[]) => {
      const later = came.filter((event) => event.timeUs >= fromUs);
      if (later.length > 0) {
        hear(later);
      }
    };
    this.ears.add(ear);
    return () => this.ears.delete(ear);
  }

  snapshot = (): BenchState => this.state;

  /** Microseconds since this bench was opened, also across a reload. */
  nowUs(): number {
    return Math.max(0, Math.round((wallMs() - this.originMs) * 1000));
  }

  /** How far what was played has been heard: what is on its way to the server comes later. */
  heardUs(): number {
    return Math.min(this.nowUs(), this.courier.waitsSinceUs() ?? Infinity);
  }

  /** Opens the bench, or goes on with the one that this window had before it was loaded again, or that another browser plays on. */
  async open(text: string, goodText: string, shared: string | null = null): Promise<void> {
    this.text = text;
    this.goodText = goodText;
    // A bench that was asked for by name goes before the one that this window had.
    const recalled = this.rulebook === null ? null : recallBench(this.rulebook);
    const kept = shared === null || recalled?.id === shared ? recalled : null;
    this.window = kept?.window ?? this.window;
    const bench = await this.untilAnswered(
      async () =>
        (await reopened(kept, this.window)) ??
        (await reopened(shared === null ? null : { id: shared }, this.window)) ??
        this.opened(),
    );
    if (bench === null) {
      return;
    }
    if (kept !== null && kept.id === bench.id) {
      this.originMs = kept.originMs;
      this.courier.takeOver(kept.undelivered, bench.heard);
      this.update({ positions: new Map(kept.positions.map(([sender, all]) => [sender, new Map(all)])) });
    } else {
      this.originMs = wallMs() - bench.clockUs / 1000;
      this.courier.goOn(bench.heard, bench.request);
    }
    this.begin(bench);
  }

  private opened(): Promise<Bench> {
    const { text, goodText, rulebook, window } = this;
    return api.openBench({ text, goodText, rulebook, window }, this.rig);
  }

  /** The page goes away: whoever plays on need not tell this window any more. */
  leave(): void {
    this.keep();
    if (this.id !== null) {
      api.leaveBench(this.id, this.window);
    }
  }

  /** Whether something that was done has not been answered yet. */
  isWaiting(): boolean {
    return this.courier.isWaiting();
  }

  /** The bench on the server, once it is open. */
  benchId(): string | null {
    return this.id;
  }

  close(): void {
    if (this.id !== null && !this.isClosed) {
      api.leaveBench(this.id, this.window);
    }
    this.isClosed = true;
    this.courier.close();
  }

  /** Keeps what a reloaded page needs to go on. */
  keep(): void {
    if (this.rulebook !== null && this.id !== null && !this.isClosed) {
      keepBench(this.rulebook, {
        id: this.id,
        window: this.window,
        originMs: this.originMs,
        undelivered: this.courier.undelivered(),
        positions: [...this.state.positions].map(([sender, all]) => [sender, [...all]]),
      });
    }
  }

  /** Moves a control of a sender: of a unit, or of what stands in at a port. */
  play(sender: string, control: string, value: number): void {
    this.move(sender, control, value);
    this.bring({ do: 'play', timeUs: this.nowUs(), sender, control, value });
  }

  /** Plays bytes into a port, as a tape does. */
  playBytes(port: string, bytes: string, timeUs: number): void {
    const moved = movementOf(this.movements, port, bytes);
    if (moved !== null) {
      this.move(moved.sender, moved.control, moved.value);
    }
    this.bring({ do: 'play', timeUs, port, bytes });
  }

  panic(): void {
    this.bring({ do: 'panic', timeUs: this.nowUs() });
    this.update({ hasPanicked: true });
  }

  dismissPanic = (): void => this.update({ hasPanicked: false });

  /** What was chosen beside the rules is another: they are put on again. */
  again = (): Promise<Checked | null> => this.change(this.text, true);

  /** Brings a unit back to where it should stand: program, values, lamps. */
  restore = (unit: string): void => this.bring({ do: 'restore', timeUs: this.nowUs(), unit });

  /** Begins a song of the set list: that of this name, wherever it stands in the rules that run. */
  goToSong = (song: number, id: string): void => this.bring({ do: 'song', timeUs: this.nowUs(), song, id });

  /** Changes to a scene by hand. */
  go(scene: number): void {
    this.bring({ do: 'scene', timeUs: this.nowUs(), scene });
  }

  /**
   * Checks rules and, without errors, puts them on the bench. Tries until it is answered; null when other rules have come
   * meanwhile.
   *
   * @param isPressed whether somebody has asked for it just now; a show that is locked changes over then only
   */
  async change(text: string, isPressed = false): Promise<Checked | null> {
    const turn = (this.checks += 1);
    this.text = text;
    const checked = await this.untilAnswered(
      () => api.check(text, this.rig, this.rulebook),
      () => turn === this.checks,
    );
    if (checked === null || turn !== this.checks) {
      return null;
    }
    this.answered = { text, book: checked.book };
    if (checked.book !== null) {
      this.goodText = text;
      if (checked.book !== this.book || isPressed) {
        this.book = checked.book;
        this.bring({ do: 'rules', timeUs: this.nowUs(), book: checked.book, pressed: isPressed });
      }
    }
    this.update({});
    return checked;
  }

  /** Whether a text is what runs on the bench now; null where it was not checked yet, or has an error. */
  runs(text: string): boolean | null {
    const book = this.answered?.text === text ? this.answered.book : null;
    return book === null ? null : book === this.state.book;
  }

  clear(): void {
    this.zigzag.clear();
    this.update({ passagesVersion: this.zigzag.version });
  }

  dismissProblem(): void {
    this.update({ problem: null });
  }

  dismissTold(): void {
    this.update({ told: [] });
  }

  private bring(deed: Deed): void {
    if (!this.isClosed) {
      this.courier.bring(deed);
    }
  }

  private move(sender: string, control: string, value: number): void {
    this.update({ positions: withPosition(this.state.positions, sender, control, value) });
  }

  private untilAnswered<T>(ask: () => Promise<T>, isWanted: () => boolean = () => true): Promise<T | null> {
    return untilAnswered(
      ask,
      () => !this.isClosed && isWanted(),
      (told) => this.update(told),
    );
  }

  /** Another bench in place of one that is gone, with the rules as they are now. */
  private async openAnother(): Promise<{ id: string; request: number; heard: number }> {
    const bench =
      (await reopened(this.id === null ? null : { id: this.id }, this.window)) ?? (await this.opened());
    if (bench.id !== this.id) {
      this.originMs = wallMs() - bench.clockUs / 1000;
      this.book = null;
      this.update({ told: ['The bench was gone; here is a new one. What was held on the old one is over.'] });
    }
    this.apply(bench);
    return { id: bench.id, request: bench.request, heard: bench.heard };
  }

  private begin(bench: Bench): void {
    this.apply(bench);
    this.update({ isOpen: true });
    this.courier.open(bench.id, bench.request, bench.nextDueUs, bench.turn);
  }

  private apply(bench: Bench): void {
    this.id = bench.id;
    this.applyNews(bench);
  }

  private applyNews(news: News): void {
    if (news.came.length > 0) {
      this.onCame?.(news.came);
      this.ears.forEach((hear) => hear(news.came));
    }
    if (news.playerUs !== null && Math.abs(news.playerUs - this.nowUs()) > OFF_US) {
      this.originMs = wallMs() - news.playerUs / 1000;
    }
    if (news.isWhole && this.state.book !== null && news.book !== this.state.book) {
      this.book = news.book; // another window has put other rules on
    }
    if (news.senders !== null) {
      this.movements = movementsOf(news.senders);
    }
    this.update({
      lastDone: this.zigzag.add(news),
      passages: this.zigzag,
      passagesVersion: this.zigzag.version,
      senders: news.senders ?? this.state.senders,
      rules: merged(this.state.rules, news.rules, news.isWhole, (rule) => rule.line),
      ports: merged(this.state.ports, news.ports, news.isWhole, endOfPort),
      positions: followed(this.state.positions, this.movements, news.playerUs === null ? [] : news.came),
      receivers: merged(this.state.receivers, news.receivers, news.isWhole, (receiver) => receiver.port),
      memories: news.memories ?? this.state.memories,
      scenes: news.scenes ?? this.state.scenes,
      clocks: news.clocks ?? this.state.clocks,
      isOnDisk: news.isOnDisk,
      book: news.book,
      isRunning: news.nextDueUs !== null,
      told: news.told.length === 0 ? this.state.told : [...this.state.told, ...news.told].slice(-MOST_TOLD),
    });
  }

  private update(change: Partial<BenchState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) {
      listener();
    }
  }
}
