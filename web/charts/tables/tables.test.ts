import { expect, it } from 'vitest';
import type { Chart, ChartControl, ChartPlug, ChartSetting } from '../../api/types';
import { CONTROLS } from './controls';
import { PLUGS } from './plugs';
import { PROGRAMS } from './programs';
import { SETTINGS } from './settings';
import { oneOf, pasted, type Table } from './table';

const CHART = { schema: 1, name: 'Any', sort: 'controller' } as Chart;

function typed<T>(table: Table<T>, row: T, title: string, text: string): T {
  const column = table.columns.find((each) => each.title === title);
  if (column === undefined) {
    throw new Error(title);
  }
  return column.write(row, text);
}

const control: ChartControl = {
  name: 'Switch 1',
  sort: 'switch',
  at: [0, 2],
  latching: true,
  layer: 'A',
  sends: [
    { gesture: 'press', message: { kind: 'cc', number: 80, channel: 16, values: [0, 127] } },
    { gesture: 'hold', message: { kind: 'cc', number: 90 } },
  ],
};
const plug: ChartPlug = {
  id: 'in',
  label: 'MIDI IN',
  connector: 'jack 3.5',
  uses: [
    { way: 'in', carries: 'midi', wiring: 'A' },
    { way: 'out', carries: 'midi' },
  ],
};
const setting: ChartSetting = {
  id: 'channel',
  title: 'MIDI channel',
  values: [1, 16],
  factory: 1,
  how: [{ by: 'menu', where: 'page 3' }],
};

it('reads back what it shows', () => {
  const same = <T>(table: Table<T>, row: T) => {
    for (const column of table.columns) {
      if (column.title !== 'Values') {
        expect(column.write(row, column.read(row)), `${table.title} ${column.title}`).toEqual(row);
      }
    }
  };
  same(CONTROLS, control);
  same(PLUGS, plug);
  same(SETTINGS, setting);
});

it.each([
  ['Sends', 'note 36', { kind: 'note', number: 36, channel: 16, values: [0, 127] }],
  ['Sends', '81', { kind: 'cc', number: 81, channel: 16, values: [0, 127] }],
  ['To', '100', { kind: 'cc', number: 80, channel: 16, values: [0, 100] }],
])('writes what a control sends, and keeps its channel and other gestures: %s %s', (title, text, message) => {
  const written = typed(CONTROLS, control, title, text);
  expect(written.sends?.[0]?.message).toEqual(message);
  expect(written.sends?.[1]?.gesture).toBe('hold');
});

it.each([
  [CONTROLS, control, 'Sends', 'cc 200'],
  [CONTROLS, control, 'Sends', 'loud 3'],
  [CONTROLS, control, 'What it is', 'trumpet'],
  [CONTROLS, control, 'Row', '0'],
  [PLUGS, plug, 'Connector', 'jack'],
  [PLUGS, plug, 'Wiring', 'c'],
  [SETTINGS, setting, 'Factory', '17'],
  [SETTINGS, setting, 'Values', '16 to 1'],
  [SETTINGS, setting, 'Set by', 'magic'],
] as [Table<unknown>, unknown, string, string][])(
  'leaves a cell as it is where what is typed makes no sense: %#',
  (table, row, title, text) => {
    expect(typed(table, row, title, text)).toEqual(row);
  },
);

it('takes values as a range or as words', () => {
  expect(typed(SETTINGS, setting, 'Values', '0 - 127').values).toEqual([0, 127]);
  const words = typed(SETTINGS, setting, 'Values', 'off, on, thru');
  expect([words.values, words.factory]).toEqual([['off', 'on', 'thru'], undefined]);
  expect(typed(SETTINGS, words, 'Factory', 'THRU').factory).toBe('thru');
});

it('names programs by their places', () => {
  const chart = PROGRAMS.put(CHART, pasted(PROGRAMS, PROGRAMS.rows(CHART), 0, 0, 'Harbour\n\nStorm\n'));
  expect(chart.programs).toEqual({ count: 3, names: { 0: 'Harbour', 2: 'Storm' } });
  expect(PROGRAMS.rows(chart).map((row) => row.name)).toEqual(['Harbour', '', 'Storm']);
});

it('fills many controls at once', () => {
  const chart = CONTROLS.put(
    CHART,
    pasted(CONTROLS, [], 0, 0, 'One\tpad\t\t1\t1\tnote 36\nTwo\tfader\t\t1\t2\tcc 7\n'),
  );
  expect(
    chart.surface?.controls.map((each) => [each.name, each.sort, each.at, each.sends?.[0]?.gesture]),
  ).toEqual([
    ['One', 'pad', [0, 0], 'press'],
    ['Two', 'fader', [0, 1], 'move'],
  ]);
});

it('takes the beginning of a word where it says which', () => {
  expect([oneOf(['tip', 'ring'], 'R'), oneOf(['usb a', 'usb b'], 'usb'), oneOf(['in', 'both'], '')]).toEqual([
    'ring',
    null,
    null,
  ]);
});
