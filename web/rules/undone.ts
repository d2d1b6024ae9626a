import { redoDepth, undoDepth } from '@codemirror/commands';
import type { EditorState } from '@codemirror/state';
import type { ViewUpdate } from '@codemirror/view';

export const canUndo = (state: EditorState): boolean => undoDepth(state) > 0;
export const canRedo = (state: EditorState): boolean => redoDepth(state) > 0;

/** What an update undid or did again, by whichever key or button, with its lines; nothing for any other update. */
export function undone(update: Pick<ViewUpdate, 'transactions' | 'changes' | 'state'>): string {
  const isUndo = update.transactions.some((each) => each.isUserEvent('undo'));
  if (!isUndo && !update.transactions.some((each) => each.isUserEvent('redo'))) {
    return '';
  }
  let [first, last] = [Infinity, 0];
  update.changes.iterChangedRanges((_fromA, _toA, from, to) => {
    first = Math.min(first, update.state.doc.lineAt(from).number);
    last = Math.max(last, update.state.doc.lineAt(to).number);
  });
  const where = first === last ? `line ${first}` : `lines ${first} to ${last}`;
  return `${isUndo ? 'Undone' : 'Done again'}: the change in ${where} of the rules`;
}
