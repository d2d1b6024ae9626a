import { history, redo, undo } from '@codemirror/commands';
import { EditorState, type Transaction } from '@codemirror/state';
import { expect, test } from 'vitest';
import { canRedo, canUndo, undone } from './undone';

let state = EditorState.create({ doc: 'one\ntwo\nthree\nfour', extensions: history() });
const step = (done: Transaction) => {
  state = done.state;
  return undone({ transactions: [done], changes: done.changes, state });
};
const back = () => {
  let said = '';
  undo({ state, dispatch: (done) => (said = step(done)) });
  return said;
};
const forth = () => {
  let said = '';
  redo({ state, dispatch: (done) => (said = step(done)) });
  return said;
};

test('what was undone and done again is said with its lines, and typing is not', () => {
  expect(step(state.update({ changes: { from: 4, to: 7, insert: '2' }, userEvent: 'input' }))).toBe('');
  expect(canUndo(state)).toBe(true);
  expect(back()).toBe('Undone: the change in line 2 of the rules');
  expect(state.doc.toString()).toContain('two');
  expect(canUndo(state)).toBe(false);
  expect(canRedo(state)).toBe(true);
  expect(forth()).toBe('Done again: the change in line 2 of the rules');
  expect(canRedo(state)).toBe(false);
});

test('a change of several lines is said with the first and the last', () => {
  step(
    state.update({
      changes: [
        { from: 0, to: 3, insert: 'eins' },
        { from: state.doc.line(3).from, to: state.doc.line(3).to, insert: 'drei' },
      ],
    }),
  );
  expect(back()).toBe('Undone: the change in lines 1 to 3 of the rules');
});
