import { expect, test } from 'vitest';
import { toDo } from './toDo';

const fix = { title: 'Replace the cable', preview: [] };

test.each([
  ['what only hands can do', null, 'lay the lead', 'nothing is plugged in', 'lay the lead'],
  ['a change that does it', fix, 'lay the lead', 'nothing is plugged in', null],
  [
    'words that say it already',
    null,
    'do not plug this in',
    'power on a data pin; do not plug this in',
    null,
  ],
  ['nothing to do', null, null, 'nothing is plugged in', null],
])('%s', (_, each, job, text, expected) => {
  expect(toDo({ fix: each, job, text })).toBe(expected);
});
