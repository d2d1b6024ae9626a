import { Text } from '@codemirror/state';
import { expect, it } from 'vitest';
import { changesOf, positionOf, rangeOf } from './edits';

const doc = Text.of(['port keys in', 'rule "Märchen 🎹 x"', '', '  send moths']);

it.each([
  [1, 1, 0],
  [1, 6, 5],
  [1, 99, 12],
  [3, 1, 33],
  [4, 3, 36],
  [9, 1, doc.length],
  [0, 1, 0],
])('finds line %i, column %i', (line, column, position) =>
  expect(positionOf(doc, line, column)).toBe(position),
);

it('counts characters, not halves of them', () => {
  const piano = positionOf(doc, 2, 15);
  expect(doc.sliceString(piano, piano + 2)).toBe('🎹');
  expect(doc.sliceString(positionOf(doc, 2, 16)).startsWith(' x"')).toBe(true);
});

it('marks what a finding is about', () => {
  const finding = {
    severity: 'error' as const,
    code: 'unknown-port',
    line: 4,
    column: 8,
    length: 5,
    text: '',
    fixes: [],
  };
  const { from, to } = rangeOf(doc, finding);
  expect(doc.sliceString(from, to)).toBe('moths');
});

it('turns the edits of a fix into changes', () => {
  expect(changesOf(doc, [{ fromLine: 4, fromColumn: 8, toLine: 4, toColumn: 13, text: 'gulls' }])).toEqual([
    { from: 41, to: 46, insert: 'gulls' },
  ]);
});
