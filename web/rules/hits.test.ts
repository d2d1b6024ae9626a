// @vitest-environment jsdom
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { expect, it } from 'vitest';
import { hitBadges, setHits } from './hits';

function editor(doc: string): EditorView {
  return new EditorView({
    state: EditorState.create({ doc, extensions: [hitBadges] }),
    parent: document.body,
  });
}

function badges(view: EditorView): string[] {
  return [...view.dom.querySelectorAll('.cm-hit')].map((badge) => badge.textContent);
}

it('shows beside each rule how often it was hit and what it last did', () => {
  const view = editor('rule "Low"\n  take note\nrule "High"  # comment\n  take note\n');
  view.dispatch({
    effects: setHits.of([
      { title: 'Low', count: 3, stopped: 1, last: 'key C4 → C3' },
      { title: 'High', count: 0, stopped: 0, last: '' },
      { title: 'Gone', count: 9, stopped: 0, last: '' },
    ]),
  });
  expect(badges(view)).toEqual(['3× key C4 → C3']);
  expect(view.dom.querySelector<HTMLElement>('.cm-hit')?.title).toBe(
    'hit 3 times, 1 stopped; last: key C4 → C3',
  );
});

it('keeps badges at their rules while the text changes', () => {
  const view = editor('rule "Low"\n');
  view.dispatch({ effects: setHits.of([{ title: 'Low', count: 1, stopped: 0, last: '' }]) });
  view.dispatch({ changes: { from: 0, insert: '# a line above\n' } });
  expect(badges(view)).toEqual(['1×']);
  view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: 'rule "Other"\n' } });
  expect(badges(view)).toEqual([]);
});
