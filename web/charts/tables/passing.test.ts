import { describe, expect, it } from 'vitest';
import type { Chart, ChartControl } from '../../api/types';
import { HEARS } from './hears';
import { LIGHTS } from './lights';
import { ROUTES } from './routes';
import { SENDS } from './sends';
import { pasted, type Table } from './table';

const CHART = { schema: 1, name: 'Any', sort: 'synth', settings: [], plugs: [] } as unknown as Chart;

function cells<T>(table: Table<T>, text: string): [T, string[]] {
  const row = pasted(table, [], 0, 0, text)[0];
  if (row === undefined) {
    throw new Error('no row');
  }
  return [row, table.columns.map((column) => column.read(row))];
}

describe('what a device hears, sends and passes on', () => {
  it('is pasted as it stands in the cells, and read back the same', () => {
    const hears = 'all\tin, usb\tby channel + 1\t4\tnote, cc, no clock, program by receive-program\t400\t60';
    expect(cells(HEARS, hears)).toEqual([
      {
        id: 'all',
        at: ['in', 'usb'],
        channel: { setting: 'channel', offset: 1 },
        width: 4,
        kinds: { note: true, cc: true, clock: false, program: 'receive-program' },
        deafMs: { power: 400, program: 60 },
      },
      [...hears.split('\t'), ''],
    ]);
    const sends = 'out\t5\tnote, bend\tyes';
    expect(cells(SENDS, sends)).toEqual([
      { at: ['out'], channel: 5, kinds: { note: true, bend: true }, runningStatus: true },
      [...sends.split('\t'), '', ''],
    ]);
    const routes = 'thru\tin\tthru\thardware\tthru-switch\tsysex, clock';
    expect(cells(ROUTES, routes)).toEqual([
      {
        id: 'thru',
        from: ['in'],
        to: ['thru'],
        kind: 'hardware',
        setting: 'thru-switch',
        blocks: ['sysex', 'clock'],
      },
      routes.split('\t'),
    ]);
  });

  it('is unknown where a cell is emptied, and stays where it makes no sense', () => {
    const [part] = cells(HEARS, 'all\tin\tomni\t2\tnote\t10\t20');
    const write = (title: string, text: string) =>
      HEARS.columns.find((column) => column.title === title)?.write(part, text);
    expect(write('MIDI channel', '')).not.toHaveProperty('channel');
    expect(write('MIDI channel', '17')).toBe(part);
    expect(write('MIDI channel', 'whatever it is')).toBe(part);
    expect(write('Channels', '')).not.toHaveProperty('width');
    expect(write('Channels', '0')).toBe(part);
    expect(write('What', 'notes and so on')).toBe(part);
    expect(write('What', '')).not.toHaveProperty('kinds');
    expect(write('Deaf after power, ms', '')).toHaveProperty('deafMs', { program: 20 });
    expect(write('At plugs', ' ')).toBe(part);
  });

  it('goes into the chart, each list in its place', () => {
    const put = <T>(table: Table<T>) => table.put(CHART, [table.blank([])]);
    expect(put(HEARS).hears).toHaveLength(1);
    expect(put(SENDS).sends).toHaveLength(1);
    expect(put(ROUTES).routes).toHaveLength(1);
    expect(HEARS.rows(CHART)).toEqual([]);
  });
});

it('lamp and display of a control are typed as they are read', () => {
  const control: ChartControl = { name: 'Switch 1', sort: 'switch' };
  const [lamp, display] = LIGHTS;
  const lit = lamp?.write(control, 'cc 40: off 0, amber 90, deep blue 40');
  expect(lit?.lamp).toEqual({
    message: { kind: 'cc', number: 40 },
    off: 0,
    colours: { amber: 90, 'deep blue': 40 },
  });
  expect(lamp?.read(lit ?? control)).toBe('cc 40: off 0, amber 90, deep blue 40');
  expect(lamp?.write(lit ?? control, 'something bright')).toBe(lit);
  expect(lamp?.write(lit ?? control, '')).not.toHaveProperty('lamp');
  expect(display?.write(control, '8 x 2')).toHaveProperty('display', { characters: 8, lines: 2 });
  expect(display?.write(control, '6')).toHaveProperty('display', { characters: 6, lines: 1 });
  expect(display?.write(control, 'large')).toBe(control);
});
