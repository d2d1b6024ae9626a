import { historyField } from '@codemirror/commands';
import { EditorState, type Extension } from '@codemirror/state';

const FIELDS = { history: historyField };
/** Characters; a longer history is not worth its place in the browser's store. */
const LONGEST = 500_000;

/** The state of an editor, with what can be undone as it was before a reload, if the text is still the same. */
export function recall(id: string, text: string, extensions: Extension): EditorState {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(id)) ?? 'null');
    if (typeof kept === 'object' && kept !== null && 'doc' in kept && kept.doc === text) {
      return EditorState.fromJSON(kept, { extensions }, FIELDS);
    }
  } catch {
    localStorage.removeItem(key(id));
  }
  return EditorState.create({ doc: text, extensions });
}

/** Keeps what can be undone for the next time this text is opened. */
export function remember(id: string, state: EditorState): void {
  const kept = JSON.stringify(state.toJSON(FIELDS));
  try {
    if (kept.length <= LONGEST) {
      localStorage.setItem(key(id), kept);
    } else {
      localStorage.removeItem(key(id));
    }
  } catch {
    localStorage.removeItem(key(id)); // the store is full
  }
}

function key(id: string): string {
  return `undo ${id}`;
}
