import { expect, it } from 'vitest';
import { wordAt } from './rename';

it.each([
  ['  send moths, gulls', 8, 'moths'],
  ['  send moths, gulls', 12, 'moths'],
  ['  send moths, gulls', 13, null],
  ['port n_1 in', 5, 'n_1'],
])('finds the word of "%s" at %i', (line, column, word) => {
  expect(wordAt(line, column)).toBe(word);
});
