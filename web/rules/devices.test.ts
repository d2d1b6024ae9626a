import { expect, it } from 'vitest';
import type { Chart, Rig } from '../api/types';
import { deviceNames, namedAt, titlesAt, unitOffers } from './devices';

const chart: Chart = {
  schema: 1,
  name: 'Brine echo',
  sort: 'effect',
  settings: [{ id: 'channel', title: 'MIDI channel', values: [1, 16], factory: 1 }],
  hears: [{ id: 'all', at: ['in'], channel: { setting: 'channel' } }],
  parameters: [
    { name: 'Mix', reach: 'midi', raw: [0, 100], message: { kind: 'cc', number: 21 } },
    {
      name: 'Mode',
      reach: 'midi',
      raw: [0, 127],
      message: { kind: 'cc', number: 22 },
      named: [
        { name: 'Tape', from: 0, to: 63, send: 0 },
        { name: 'Hall', from: 64, to: 127, send: 127 },
      ],
    },
  ],
};
const board: Chart = {
  schema: 1,
  name: 'Board',
  sort: 'controller',
  sends: [{ at: ['out'], channel: 16 }],
  surface: {
    controls: [
      { name: 'Pedal', sort: 'pedal', sends: [{ gesture: 'move', message: { kind: 'cc', number: 11 } }] },
    ],
  },
};
const rig: Rig = {
  schema: 1,
  name: 'Rig',
  charts: { b: { revision: 1, chart }, t: { revision: 1, chart: board } },
  units: [
    {
      name: 'brine',
      chart: { id: 'b', revision: 1 },
      settings: { channel: { value: 7, state: 'set' } },
      programs: { 5: { name: 'Storm' } },
    },
    { name: 'treadle', chart: { id: 't', revision: 1 } },
  ],
};
const devices = deviceNames(rig, ['b']);
const units = (before: string) => unitOffers(before, devices).map((each) => each.label);
const titles = (before: string) => titlesAt(before, devices).map((each) => `${each.title}: ${each.bytes}`);

it('offers units that have what a step names', () => {
  expect(units('  turn ')).toEqual(['brine']);
  expect(units('  take ')).toEqual(['treadle']);
  expect(units('  on enter recall ')).toEqual(['brine']);
  expect(units('  send ')).toEqual([]);
});

it('offers titles of the chart with their bytes', () => {
  expect(titles('  turn brine "')).toEqual([
    'Mix: cc 21, MIDI channel 7, 0 to 100',
    'Mode: cc 22, MIDI channel 7, 0 to 127',
  ]);
  expect(titles('  take treadle "Pe')).toEqual(['Pedal: cc 11, MIDI channel 16']);
  expect(titles('  recall brine "')).toEqual(['Storm: program change 5 (from 0)']);
  expect(titles('  turn brine "mode" to "')).toEqual(['Tape: 0 to 63', 'Hall: 64 to 127']);
  expect(titles('rule "')).toEqual([]);
  expect(titles('  turn nobody "')).toEqual([]);
});

it('says what stands at a place', () => {
  const line = '  turn brine "Mode" to "Hall"  # "Mix"';
  expect(namedAt(line, 15, devices)?.title.bytes).toBe('cc 22, MIDI channel 7, 0 to 127');
  expect(namedAt(line, 15, devices)?.device.chart).toBe('b');
  expect(namedAt('  take treadle "Pedal"', 17, devices)?.device.chart).toBeNull();
  expect(namedAt(line, 25, devices)?.title.bytes).toBe('64 to 127');
  expect(namedAt(line, 4, devices)).toBeNull();
  expect(namedAt('rule "Mix"', 7, devices)).toBeNull();
});
