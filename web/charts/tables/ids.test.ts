import { expect, it } from 'vitest';
import type { Chart } from '../../api/types';
import everything from './everything.chart.json';
import { PLUGS } from './plugs';
import { PROCEDURES } from './procedures';
import { SETTINGS } from './settings';
import type { Table } from './table';

const CHART = everything as unknown as Chart;

/** The chart with one row known as something else. */
function renamed<T extends { id: string }>(table: Table<T>, from: string, to: string): Chart {
  const column = table.columns.find(({ title }) => title === 'Known as');
  const rows = table.rows(CHART).map((row) => (row.id === from ? (column?.write(row, to) ?? row) : row));
  return table.put(CHART, rows);
}

it.each([
  ['receive', 'rx'],
  ['jack', 'socket'],
])('a setting takes along all that is decided by it: %s', (from, to) => {
  const before = JSON.stringify(CHART);
  const after = JSON.stringify(renamed(SETTINGS, from, to));
  expect(after).not.toContain(`"${from}"`);
  expect(after.split(`"${to}"`).length).toBe(before.split(`"${from}"`).length);
});

it('so do channels and members of zones', () => {
  const chart = renamed(SETTINGS, 'channel', 'ch');
  expect(chart.sends?.[0]?.channel).toEqual({ setting: 'ch', offset: 1 });
  expect(chart.hears?.[0]?.zone?.members).toBe('ch');
  expect(chart.parameters?.[0]?.message?.channel).toEqual({ setting: 'ch', offset: 1 });
});

it('a plug takes along where it is meant', () => {
  const chart = renamed(PLUGS, 'in', 'midi-in');
  expect(chart.hears?.[0]?.at).toEqual(['midi-in', 'usb']);
  expect(chart.routes?.[0]?.from).toEqual(['midi-in']);
  expect(chart.plugs?.[0]?.uses[0]?.way).toBe('in');
});

it('a procedure takes along how settings are set', () => {
  expect(renamed(PROCEDURES, 'flash', 'blink').settings?.[0]?.how?.[1]?.procedure).toBe('blink');
});

it('two are never known as the same, and nothing is known as words', () => {
  expect(renamed(SETTINGS, 'jack', 'receive')).toBe(CHART);
  expect(renamed(SETTINGS, 'jack', 'two words').settings?.[1]?.id).toBe('jack');
});
