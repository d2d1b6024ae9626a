import { api } from '../api/client';
import type { Checked, Edit, Rulebook } from '../api/types';
import { Saver } from '../documents/Saver';
import type { BenchStore } from '../session/BenchStore';
import { State } from '../session/Told';

const CHECK_PAUSE_MS = 250;
const JUDGE_PAUSE_MS = 1500;

/** What shows the text and keeps what can be undone of it. */
export interface TextView {
  showLine: (line: number) => void;
  apply: (edits: readonly Edit[]) => void;
  replaceAll: (text: string) => void;
  rename: () => void;
  undo: () => void;
  redo: () => void;
}

export interface RulesState {
  checked: Checked | null;
  /** What has happened to the text from outside, or why something could not be done to it. */
  told: string | null;
  /** Whether there is a step back, and one forth again. */
  canUndo: boolean;
  canRedo: boolean;
  /** What was undone or done again last, in words. */
  undone: string;
}

/**
 * The open rules: their text, whether it is stored, what was found in it, and what is at work of it. The editor shows it, panels ask for it
 * and make edits of it; all of these are typed, saved, checked and undone in one way.
 */
export class RulesSession {
  readonly state = new State<RulesState>({
    checked: null,
    told: null,
    canUndo: false,
    canRedo: false,
    undone: '',
  });
  readonly saver: Saver;
  private current: string;
  private view: TextView | null = null;
  private checkTimer: ReturnType<typeof setTimeout> | undefined;
  private judgeTimer: ReturnType<typeof setTimeout> | undefined;
  /** Name of the rules that were last judged as good. */
  private goodBook: string | null = null;

  /** @param bench where the rules are at work, and of which rig they are */
  constructor(
    readonly rulebook: Rulebook,
    private readonly bench: Pick<BenchStore, 'change' | 'rig'>,
  ) {
    this.saver = new Saver(rulebook);
    this.current = rulebook.text;
  }

  /** The text as it stands now, typed a moment ago or not. */
  readonly text = (): string => this.current;

  /** From now on this view shows the text, until what is answered is called. */
  showIn(view: TextView): () => void {
    this.view = view;
    return () => {
      this.view = null;
    };
  }

  showLine(line: number): void {
    this.view?.showLine(line);
  }

  /** Renames what is named at the cursor. */
  rename(): void {
    this.view?.rename();
  }

  /** Makes edits of the text, as one step that can be undone. */
  readonly apply = (edits: readonly Edit[]): void => this.view?.apply(edits);

  readonly undo = (): void => this.view?.undo();

  readonly redo = (): void => this.view?.redo();

  /** What can be undone is another now; with what was undone just then, if it was. */
  steps(canUndo: boolean, canRedo: boolean, undone: string): void {
    const now = this.state.snapshot();
    if (now.canUndo !== canUndo || now.canRedo !== canRedo || now.undone !== undone) {
      this.state.set({ ...now, canUndo, canRedo, undone });
    }
  }

  /** The text was changed where it is shown. */
  typed(text: string): void {
    this.current = text;
    this.tell(null);
    this.saver.write(text);
    clearTimeout(this.checkTimer);
    this.checkTimer = setTimeout(() => void this.check(), CHECK_PAUSE_MS);
  }

  /** Checks the text, and puts it to work where it has no error. */
  async check(): Promise<void> {
    const sent = this.current;
    const checked = await this.bench.change(sent);
    if (checked === null || sent !== this.current) {
      return;
    }
    this.state.set({ ...this.state.snapshot(), checked });
    if (checked.runs && checked.book !== this.goodBook) {
      this.goodBook = checked.book;
      this.judgeSoon();
    }
  }

  async tidy(): Promise<void> {
    try {
      this.change((await api.format(this.current)).text);
    } catch (error) {
      this.tell(error instanceof Error ? error.message : 'This could not be formatted.');
    }
  }

  /** Another version is the latest now: it is shown, and at work; that can be undone like anything else. */
  follow(newer: Rulebook): void {
    this.saver.adopt(newer);
    this.replace(newer.text);
  }

  /** Another window has made another version. */
  readonly changedElsewhere = (newer: Rulebook): void => {
    this.follow(newer);
    const who = newer.changedBy === '' ? '' : ` by ${newer.changedBy}`;
    this.tell(`Changed in another window${who}: this is how it is now. The history says what changed.`);
  };

  /** After a conflict: either side goes on. */
  resolve(theirs: Rulebook, keepMine: boolean): void {
    this.saver.resolve(theirs, keepMine);
    if (!keepMine) {
      this.replace(theirs.text);
    }
  }

  /** What an earlier page could not save goes on. */
  takeLeftCopy(): void {
    const left = this.saver.offered.snapshot();
    if (left !== null) {
      this.change(left.text);
    }
    this.saver.decided();
  }

  /** Another text in the place of this one, as one step that can be undone. */
  write(text: string): void {
    this.change(text);
  }

  private change(text: string): void {
    this.view?.replaceAll(text);
    this.typed(text);
  }

  private replace(text: string): void {
    this.view?.replaceAll(text);
    this.current = text;
    void this.check();
  }

  private tell(told: string | null): void {
    if (told !== this.state.snapshot().told) {
      this.state.set({ ...this.state.snapshot(), told });
    }
  }

  /** A text without errors is remembered as the one to run while later ones have some. */
  private judgeSoon(): void {
    clearTimeout(this.judgeTimer);
    this.judgeTimer = setTimeout(
      () =>
        void api
          .judgeDocument(this.rulebook.id, this.saver.version(), this.bench.rig)
          .catch(() => (this.goodBook = null)),
      JUDGE_PAUSE_MS,
    );
  }
}
