import { describe, expect, it } from 'vitest';
import type { Chart, ChartPlug } from '../../api/types';
import { AUTOMATIC } from './automatic';
import { CONTROLS } from './controls';
import { ALL_FACTS, FACTS } from './facts';
import { HEARS } from './hears';
import { KEYS } from './keys';
import { PARAMETERS } from './parameters';
import { PLUGS } from './plugs';
import { POWER } from './power';
import { PROCEDURES } from './procedures';
import { SETTINGS } from './settings';
import { pasted, type Table } from './table';

const CHART = { schema: 1, name: 'Any', sort: 'synth' } as Chart;
const PLUG: ChartPlug = { id: 'dc', label: 'DC in', connector: 'barrel', uses: [] };

const written = (title: string, text: string, chart = CHART): Chart =>
  ALL_FACTS.find((fact) => fact.title === title)?.write(chart, text) ?? CHART;

function cells<T>(table: Table<T>, text: string): string[] {
  const row = pasted(table, [], 0, 0, text)[0];
  if (row === undefined) {
    throw new Error('no row');
  }
  return table.columns.map((column) => column.read(row));
}

/** What is typed is read back, an emptied cell is unknown, and nonsense changes nothing. */
function expectCell<T>(table: Table<T>, title: string, text: string): void {
  const column = table.columns.find((each) => each.title === title);
  const blank = table.blank([]);
  const row = column?.write(blank, text) ?? blank;
  expect(column?.read(row)).toBe(text);
  expect(column?.read(column.write(row, ''))).toBe('');
  const free = ['Bank', 'Part', 'By which procedure', 'Needs contacts'];
  if (!free.includes(title)) {
    expect(column?.write(row, '= no sense, > at all')).toEqual(row);
  }
}

describe('facts that there is one of', () => {
  it.each([
    ['What it is', 'desk'],
    ['Smallest firmware', '2.1'],
    ['Hazards', 'level, strobe'],
    ['Hazards', '-'],
    ['Lowest key', '24'],
    ['Key 60 is called', 'C3'],
    ['Voices', '4'],
    ['Ignores the release', 'yes'],
    ['Programs', '99'],
    ['Shown as', '{bank}{slot}'],
    ['Banks are called', 'A, B, C'],
    ['Banks are called', '1'],
    ['Slots to a bank', '4'],
    ['First slot', '1'],
    ['Program changes to a bank', '100'],
    ['Bank MSB (CC 0)', 'bank'],
    ['Bank LSB (CC 32)', '3'],
    ['Bank is sent', 'changed'],
    ['Repeating a program cuts the sound', 'no'],
    ['Bypass', 'inside'],
    ['Sends clock', 'by clock-out'],
    ['Follows clock', 'no'],
    ['Obeys start and stop', 'yes'],
    ['Tempo', '40 to 240'],
  ])('%s: %s is read back as it was typed', (title, text) => {
    const chart = written(title, text);
    expect(ALL_FACTS.find((fact) => fact.title === title)?.read(chart)).toBe(text);
  });

  it.each([
    ['What it is', 'banana'],
    ['Hazards', 'level, banana'],
    ['Lowest key', '128'],
    ['Key 60 is called', 'C9'],
    ['Voices', '0'],
    ['Ignores the release', 'perhaps'],
    ['Shown as', 'no place for it'],
    ['First slot', 'one'],
    ['Program changes to a bank', '129'],
    ['Bank MSB (CC 0)', '128'],
    ['Bank is sent', 'never ever'],
    ['Tempo', '240 to 40'],
  ])('%s: %s changes nothing', (title, text) => {
    expect(written(title, text)).toEqual(CHART);
  });

  it('is unknown again when its cell is emptied; none is known', () => {
    expect(written('Hazards', '', written('Hazards', '-'))).not.toHaveProperty('hazards');
    expect(written('Voices', '', written('Voices', '4')).keys).toEqual({ low: 0, high: 127 });
    expect(written('Voices', '')).toEqual(CHART);
  });

  it('is pasted down from a cell on, and what goes beyond the last is left', () => {
    const rows = pasted(FACTS, FACTS.rows(CHART), 0, 1, 'lamp\n1.2\n\n' + 'x\n'.repeat(60));
    expect(rows).toHaveLength(ALL_FACTS.length);
    const chart = FACTS.put(CHART, rows);
    expect([chart.sort, chart.firmwareMin]).toEqual(['lamp', '1.2']);
  });
});

describe('tables of a chart', () => {
  it('has what a device sends by itself, what hands do, and names of keys', () => {
    const sensing = ['Keep-alive', 'sensing', 'out', '3.5', 'sensing-off'];
    expect(cells(AUTOMATIC, sensing.join('\t'))).toEqual(sensing);
    const reset = ['Factory reset', 'hold A; power on; wait', 'yes', 'no'];
    expect(cells(PROCEDURES, reset.join('\t'))).toEqual([...reset, 'procedure-1']);
    const drums = KEYS.put(CHART, pasted(KEYS, [], 0, 0, '36\tKick\n38\tSnare\n200\tNone'));
    expect(drums.keys?.names).toMatchObject({ 36: 'Kick', 38: 'Snare' });
    expect(KEYS.rows(drums).map(({ key }) => key)).toEqual([36, 38, 39]);
  });

  it.each([
    'needs DC 9 V, 300 mA, centre -',
    'gives AC 12 V, 1000 mA',
    'gives DC 9 to 12 V, 500 mA, centre +, limit A, ground B',
    'needs DC 5 V',
  ])('power: %s', (text) => {
    const plug = POWER.write(PLUG, text);
    expect(POWER.read(plug)).toBe(text);
    expect(POWER.write(plug, '')).toEqual(PLUG);
  });

  it.each([
    ['Values with names', '0 = Hall, 64..127 = Plate > 100'],
    ['What it shows', '0 = -60, 127 = 0.5'],
    ['Between', 'steps'],
    ['Behaves', 'triggers'],
    ['Centre', '64'],
    ['Part', 'low'],
    ['Depends on', 'page'],
    ['Assigned by', 'learn'],
  ])('a parameter: %s, %s', (title, text) => {
    expectCell(PARAMETERS, title, text);
  });

  it.each([
    ['Bank', 'two'],
    ['A second', '200'],
    ['Encoding', 'offset 64'],
    ['Assigned by', 'menu'],
  ])('a control: %s, %s', (title, text) => {
    expectCell(CONTROLS, title, text);
  });

  it.each([
    ['Power off and on', 'yes'],
    ['Kept', 'on save'],
    ['By which procedure', 'reset'],
  ])('a setting: %s, %s', (title, text) => {
    expectCell(SETTINGS, title, text);
  });

  it.each([
    ['Contacts', 'tip data, ring source, sleeve shield'],
    ['Needs contacts', 'tip, sleeve'],
    ['Isolated', 'no'],
    ['Streams', 'usb-1 both, usb-2 in'],
    ['USB', 'host, gives power'],
  ])('a plug: %s, %s', (title, text) => {
    expectCell(PLUGS, title, text);
  });

  it('keeps what else is known of a stream', () => {
    const column = PLUGS.columns.find((each) => each.title === 'Streams');
    const known = {
      ...PLUG,
      streams: [{ id: 'usb-1', label: 'USB one', way: 'in', roles: { notes: true } }],
    };
    expect(column?.write(known as ChartPlug, 'usb-1 both, usb-2 in').streams).toEqual([
      { id: 'usb-1', label: 'USB one', way: 'both', roles: { notes: true } },
      { id: 'usb-2', label: 'usb-2', way: 'in' },
    ]);
  });

  it.each(['lower 10 bend 48', 'upper by zone-size', 'lower 1'])('an MPE zone: %s', (text) => {
    expectCell(HEARS, 'MPE zone', text);
  });

  it('takes decimal commas, and leaves what makes no sense', () => {
    expect(POWER.read(POWER.write(PLUG, 'needs dc 4,5V, 20 ma'))).toBe('needs DC 4.5 V, 20 mA');
    expect(POWER.write(PLUG, 'needs 9 V')).toBe(PLUG);
    expect(POWER.write(PLUG, 'needs DC 9 V, banana')).toBe(PLUG);
  });
});
