import type { ChartPlug } from '../../api/types';
import { POWER } from './power';
import { freeTitle, oneOf, type Column, type Table } from './table';

const CONNECTORS = [
  'din5',
  'jack 2.5',
  'jack 3.5',
  'jack 6.35',
  'usb a',
  'usb b',
  'usb c',
  'usb mini',
  'usb micro',
  'rj45',
  'xlr3',
  'barrel',
  'network',
  'radio',
  'any',
] as const;
const WAYS = ['in', 'out', 'both'] as const;
const CARRIES = ['midi', 'pulse', 'audio', 'power', 'usb', 'expression', 'footswitch', 'network'] as const;
const WIRINGS = ['a', 'b', 'tip', 'ring'] as const;

type Use = ChartPlug['uses'][number];

/** The plug with another first use; further uses stay. */
const using = (plug: ChartPlug, edit: (use: Use) => Use): ChartPlug => ({
  ...plug,
  uses: [edit(plug.uses[0] ?? { way: 'in', carries: 'midi' }), ...plug.uses.slice(1)],
});

const COLUMNS: readonly Column<ChartPlug>[] = [
  {
    title: 'Label',
    isNumber: false,
    read: (plug) => plug.label,
    write: (plug, text) => (text.trim() === '' ? plug : { ...plug, label: text.trim() }),
  },
  {
    title: 'Connector',
    isNumber: false,
    read: (plug) => plug.connector,
    write: (plug, text) => ({ ...plug, connector: oneOf(CONNECTORS, text) ?? plug.connector }),
  },
  {
    title: 'Way',
    isNumber: false,
    read: (plug) => plug.uses[0]?.way ?? '',
    write: (plug, text) => using(plug, (use) => ({ ...use, way: oneOf(WAYS, text) ?? use.way })),
  },
  {
    title: 'Carries',
    isNumber: false,
    read: (plug) => plug.uses[0]?.carries ?? '',
    write: (plug, text) => using(plug, (use) => ({ ...use, carries: oneOf(CARRIES, text) ?? use.carries })),
  },
  {
    title: 'Wiring',
    isNumber: false,
    read: (plug) => plug.uses[0]?.wiring ?? '',
    write: (plug, text) =>
      using(plug, ({ wiring, ...use }) => {
        const said = oneOf(WIRINGS, text);
        const wired = said === 'a' ? 'A' : said === 'b' ? 'B' : said;
        return text.trim() === ''
          ? use
          : wired === null
            ? { ...use, ...(wiring === undefined ? {} : { wiring }) }
            : { ...use, wiring: wired };
      }),
  },
  POWER,
];

export const PLUGS: Table<ChartPlug> = {
  title: 'Plugs',
  what: 'plug',
  columns: COLUMNS,
  rows: (chart) => chart.plugs ?? [],
  put: (chart, plugs) => ({ ...chart, plugs }),
  blank: (rows) => ({
    id: freeTitle('plug', rows).replace(' ', '-'),
    label: `MIDI ${rows.length + 1}`,
    connector: 'din5',
    uses: [{ way: 'in', carries: 'midi' }],
  }),
};
