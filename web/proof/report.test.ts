import { expect, test } from 'vitest';
import type { Rehearsed, Rig } from '../api/types';
import { reported, settle } from './report';

const met: Rehearsed = {
  leftOut: ['desk'],
  notTried: 0,
  faults: [
    {
      fault: 'a',
      kind: 'x',
      hangs: ['Moths: C4'],
      wrong: [],
      forUs: null,
      wayBack: 'panic',
      presses: ['S 8'],
    },
    {
      fault: 'b',
      kind: 'x',
      hangs: [],
      wrong: ['Brine: program 6'],
      forUs: 5,
      wayBack: 'by itself',
      presses: [],
    },
    { fault: 'c', kind: 'x', hangs: [], wrong: [], forUs: 0, wayBack: 'by itself', presses: [] },
  ],
};

const first = reported({} as Rig, met, new Date('2026-05-02T10:00:00Z'), 'Ada');

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
