// @vitest-environment jsdom
import { history, redo, undo } from '@codemirror/commands';
import { EditorState, type StateCommand } from '@codemirror/state';
import { beforeEach, expect, it } from 'vitest';
import { recall, remember } from './undoMemory';

const extensions = [history()];

function typed(state: EditorState, text: string): EditorState {
  return state.update({ changes: { from: state.doc.length, insert: text }, userEvent: 'input.type' }).state;
}

function after(state: EditorState, command: StateCommand): string {
  let now = state;
  command({ state, dispatch: (transaction) => (now = transaction.state) });
  return now.doc.toString();
}

beforeEach(() => localStorage.clear());

it('undoes what was typed before a reload', () => {
  remember('r1', typed(recall('r1', 'port keys', extensions), ' in'));
  const reloaded = recall('r1', 'port keys in', extensions);
  expect(reloaded.doc.toString()).toBe('port keys in');
  expect(after(reloaded, undo)).toBe('port keys');
});

it('redoes what was undone before a reload', () => {
  let state = typed(recall('r1', 'a', extensions), 'b');
  undo({ state, dispatch: (transaction) => (state = transaction.state) });
  remember('r1', state);
  expect(after(recall('r1', 'a', extensions), redo)).toBe('ab');
});

it('begins anew when the text is another by now, or belongs to another rulebook', () => {
  remember('r1', typed(recall('r1', 'a', extensions), 'b'));
  expect(after(recall('r1', 'changed elsewhere', extensions), undo)).toBe('changed elsewhere');
  expect(after(recall('r2', 'ab', extensions), undo)).toBe('ab');
});

it.each(['nonsense', '{"doc":"ab","history":7}', '[]', '{"doc":"ab"}'])(
  'survives a damaged memory: %s',
  (kept) => {
    localStorage.setItem('undo r1', kept);
    expect(recall('r1', 'ab', extensions).doc.toString()).toBe('ab');
  },
);

it('does not keep very long histories', () => {
  remember('r1', typed(recall('r1', '', extensions), 'x'.repeat(600_000)));
  expect(localStorage.getItem('undo r1')).toBeNull();
});
