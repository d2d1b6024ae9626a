import { backOffMs } from '../api/backOff';
import { api, Refusal } from '../api/client';
import type { StoredDocument } from '../api/types';
import { State } from '../session/Told';
import { forgetOffered, forgetUnsaved, keepUnsaved, offeredCopy, type Unsaved } from './unsaved';

export type SaveState =
  | { is: 'saved' }
  | { is: 'saving' }
  | { is: 'failed'; text: string }
  | { is: 'conflict'; theirs: StoredDocument };

const PAUSE_MS = 300;

interface Text {
  name: string;
  text: string;
}

/**
 * Saves a document as it is changed, and tries again by itself; a change made in another window is reported, never overwritten. What is not
 * saved yet is kept in this browser as well.
 */
export class Saver {
  readonly state = new State<SaveState>({ is: 'saved' });
  /** What an earlier page could not save, until somebody decides about it. */
  readonly offered: State<Unsaved | null>;
  private readonly id: string;
  private current: Text & { version: number };
  private saved: Text;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isBusy = false;
  private failures = 0;

  /** @param onLocked the show is locked while it is played: what was changed is refused, and this text is how it stays */
  constructor(
    document: StoredDocument,
    private readonly onLocked?: (text: string) => void,
  ) {
    const { id, name, text, version } = document;
    this.id = id;
    this.current = { name, text, version };
    this.saved = { name, text };
    this.offered = new State(offeredCopy(id, document));
  }

  readonly write = (text: string): void => {
    this.current.text = text;
    this.schedule();
  };

  readonly rename = (name: string): void => {
    this.current.name = name;
    this.schedule();
  };

  /** After a conflict: either side goes on. */
  readonly resolve = (theirs: StoredDocument, keepMine: boolean): void => {
    this.current.version = theirs.version;
    this.saved = { name: theirs.name, text: theirs.text };
    if (!keepMine) {
      this.current = { ...this.saved, version: theirs.version };
    }
    this.state.set({ is: 'saving' });
    void this.save();
  };

  readonly retry = (): void => {
    void this.save();
  };

  readonly version = (): number => {
    return this.current.version;
  };

  /** Whether all is stored, so that another version can be shown in its place. */
  readonly isIdle = (): boolean => {
    return !this.isBusy && !this.isUnsaved();
  };

  /** Another version has become the latest, and this page shows it now. */
  readonly adopt = ({ name, text, version }: StoredDocument): void => {
    this.current = { name, text, version };
    this.saved = { name, text };
    forgetUnsaved(this.id);
    this.state.set({ is: 'saved' });
  };

  /** A copy that an earlier page could not save has been looked at. */
  readonly decided = (): void => {
    forgetOffered(this.id);
    this.offered.set(null);
  };

  /** Holds the window while something is unsaved, until what is answered is called. */
  holdWindow(): () => void {
    const warn = (event: BeforeUnloadEvent) => {
      if (this.current.text !== this.saved.text) {
        void this.save();
        event.preventDefault();
      }
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }

  private isUnsaved(): boolean {
    return this.current.text !== this.saved.text || this.current.name !== this.saved.name;
  }

  private schedule(): void {
    keepUnsaved(this.id, { ...this.current });
    if (this.state.snapshot().is !== 'conflict') {
      this.state.set({ is: 'saving' });
    }
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), PAUSE_MS);
  }

  private async save(): Promise<void> {
    if (this.isBusy) {
      return;
    }
    this.isBusy = true;
    try {
      while (this.isUnsaved()) {
        const sent = { ...this.current };
        const stored = await api.writeDocument(this.id, sent);
        this.saved = { name: sent.name, text: sent.text };
        this.current.version = stored.version;
      }
      this.failures = 0;
      forgetUnsaved(this.id);
      this.isBusy = false;
      this.state.set({ is: 'saved' });
    } catch (error) {
      this.isBusy = false;
      this.failed(error);
    }
  }

  /** Another version stands there: of somebody else, or this very one, sent by a page that did not live to hear the answer. */
  private stands(theirs: StoredDocument): void {
    if (theirs.text === this.current.text && theirs.name === this.current.name) {
      this.adopt(theirs);
    } else {
      this.state.set({ is: 'conflict', theirs });
    }
  }

  private failed(error: unknown): void {
    if (error instanceof Refusal && error.status === 423 && this.onLocked !== undefined) {
      this.current = { ...this.saved, version: this.current.version };
      forgetUnsaved(this.id);
      this.state.set({ is: 'failed', text: error.message });
      this.onLocked(this.saved.text);
    } else if (error instanceof Refusal && error.status === 409) {
      this.stands(error.body['current'] as StoredDocument);
    } else {
      this.failures += 1;
      this.state.set({ is: 'failed', text: error instanceof Error ? error.message : 'Not saved.' });
      if (error instanceof Refusal && (error.mayPass || error.status >= 500)) {
        clearTimeout(this.timer);
        this.timer = setTimeout(() => void this.save(), backOffMs(this.failures));
      }
    }
  }
}
