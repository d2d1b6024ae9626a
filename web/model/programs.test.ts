import { expect, test } from 'vitest';
import type { Chart, Rig } from '../api/types';
import { holding, mapFrom, mapText, storesFrom, storesText } from './programs';

const CHART = {
  schema: 1,
  name: 'Box',
  sort: 'effect',
  parameters: [
    { name: 'Mix', reach: 'midi', raw: [0, 100] },
    { name: 'Low cut', reach: 'midi', raw: [-10, 10] },
  ],
} as Chart;
const RIG = {
  schema: 1,
  name: 'Rig',
  charts: {},
  units: [{ name: 'box', chart: { id: 'a', revision: 1 } }],
} as Rig;

test('what a program stores is typed as it is read', () => {
  expect(storesFrom(CHART)('mix 40; Low cut -3')).toEqual({ value: { Mix: 40, 'Low cut': -3 } });
  expect(storesText({ Mix: 40, 'Low cut': -3 })).toBe('Mix 40, Low cut -3');
});

test.each([
  ['Mix', 'has none'],
  ['Gain 3', 'no parameter “Gain”'],
  ['Mix 101', 'Mix goes from 0 to 100'],
])('%s is told', (typed, why) => {
  const read = storesFrom(CHART)(typed);
  expect('why' in read ? read.why : '').toContain(why);
});

test.each(['5 = 12', '0/32/7 = 3', 'none/2/7 = 0'])('a map is typed as it is read: %s', (typed) => {
  const read = mapFrom(typed);
  expect('value' in read ? mapText(read.value) : '').toBe(typed);
});

test.each(['5', '5 = ', '1/2/3/4 = 5', '128 = 1', '1/none = 4', 'x = 4'])('%s is no map', (typed) => {
  expect(mapFrom(typed)).toHaveProperty('why');
});

test('a program of which nothing is known is none', () => {
  const held = holding(RIG, 'box', 3, { name: 'Gull' });
  expect(held.units[0]?.programs).toEqual({ 3: { name: 'Gull' } });
  expect(holding(held, 'box', 3, {}).units[0]).not.toHaveProperty('programs');
});
