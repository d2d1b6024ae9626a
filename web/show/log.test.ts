import { expect, test } from 'vitest';
import { changeLine, found, newLine } from './log';

const line = newLine(
  'performance',
  { changed: ['rule "Storm" is new'], marked: [], setList: 'Harbour fair' },
  new Date('2026-05-02T19:30:00Z'),
  'Ada',
);

test('a line has its time, its set list and who wrote it', () => {
  expect(line).toEqual({
    at: '2026-05-02T19:30:00.000Z',
    what: 'performance',
    changed: ['rule "Storm" is new'],
    marked: [],
    setList: 'Harbour fair',
    who: 'Ada',
  });
});

test('what is typed goes into its line, and an empty text is none', () => {
  const changed = changeLine({ log: [line, line] }, 1, 'done', 'new lead');
  expect(changed.log?.map((each) => each.done)).toEqual([undefined, 'new lead']);
  expect(changeLine(changed, 1, 'done', '').log?.[1]).not.toHaveProperty('done');
});

test('lines are found by any of their words, the latest first', () => {
  const other = { ...line, place: 'Old mill', changed: [] };
  expect(found([line, other], '').map(({ place }) => place)).toEqual([1, 0]);
  expect(found([line, other], 'mill ADA').map(({ place }) => place)).toEqual([1]);
  expect(found([line, other], 'storm')).toHaveLength(1);
  expect(found([line, other], 'nowhere')).toEqual([]);
});
