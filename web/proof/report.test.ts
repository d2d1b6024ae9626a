import { expect, test } from 'vitest';
import type { Rehearsed } from '../api/types';
import { howLong, reported, settle } from './report';

const met: Rehearsed = {
  leftOut: ['desk'],
  key: 'k',
  total: 3,
  next: 3,
  faults: [
    {
      fault: 'a',
      kind: 'x',
      hangs: ['Moths: C4'],
      wrong: [],
      forUs: null,
      wayBack: 'panic',
      presses: ['S 8'],
      by: null,
      afterS: null,
    },
    {
      fault: 'b',
      kind: 'x',
      hangs: [],
      wrong: ['Brine: program 6'],
      forUs: 5,
      wayBack: 'by itself',
      presses: [],
      by: 'Storm',
      afterS: 160,
    },
    {
      fault: 'c',
      kind: 'x',
      hangs: [],
      wrong: [],
      forUs: 0,
      wayBack: 'by itself',
      presses: [],
      by: null,
      afterS: null,
    },
  ],
};

const first = reported({}, met, new Date('2026-05-02T10:00:00Z'), 'Ada');

test('a report has what did harm, when and by whom', () => {
  expect(first.report?.mishaps?.map((each) => each.fault)).toEqual(['a', 'b']);
  expect([first.report?.tried, first.report?.by, first.report?.at]).toEqual([
    3,
    'Ada',
    '2026-05-02T10:00:00.000Z',
  ]);
});

test('what is settled stays settled as long as the harm is the same', () => {
  const settled = settle(settle(first, 'a', 'Switch 8'), 'b', 'by itself');
  const [a, b] = met.faults;
  const other = { ...met, faults: [a, { ...b, wrong: ['Brine: program 5'] }] } as Rehearsed;
  const again = reported(settled, other, new Date(), 'Ada');
  expect(again.report?.mishaps?.map((each) => each.settled)).toEqual(['Switch 8', undefined]);
  expect(settle(settled, 'a', '').report?.mishaps?.[0]).not.toHaveProperty('settled');
});

test('it says by what it comes right, and when in the times of the set list', () => {
  const [until, scene] = first.report?.mishaps ?? [];
  expect([until, scene].map((each) => howLong(each ?? {}))).toEqual(['until then', '2:40, until “Storm”']);
  expect(howLong({ forUs: 1_500_000 })).toBe('1.5 s');
  expect(howLong({ forUs: 5, by: 'Storm' })).toBe('until “Storm”');
});

test('one that was stopped says of how many', () => {
  expect(first.report).not.toHaveProperty('of');
  expect(reported({}, { ...met, total: 9 }, new Date(), '').report?.of).toBe(9);
});
