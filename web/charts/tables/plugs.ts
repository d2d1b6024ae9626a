import type { ChartPlug } from '../../api/types';
import { CONNECTORS } from '../../model/connectors';
import { listed } from './cells';
import { each, inside, optional, wordColumn } from './columns';
import { POWER } from './power';
import { idColumn, withIds } from './ids';
import { freeTitle, oneOf, type Column, type Table } from './table';
import { CARRIES, OF_USE, WAYS, type Use } from './uses';

const WIRINGS = ['a', 'b', 'tip', 'ring'] as const;

/** The plug with another first use; further uses stay. */
const using = (plug: ChartPlug, edit: (use: Use) => Use): ChartPlug => ({
  ...plug,
  uses: [edit(plug.uses[0] ?? { way: 'in', carries: 'midi' }), ...plug.uses.slice(1)],
});

const NAMED_STREAMS = optional<ChartPlug, 'streams'>(
  'Streams',
  'streams',
  (streams) => streams.map(({ id, way }) => `${id} ${way}`).join(', '),
  (text) =>
    each(text, (part) => {
      const [, id, way] = /^([a-z0-9-]+)\s+(in|out|both)$/.exec(part) ?? [];
      const known = oneOf(WAYS, way ?? '');
      return id === undefined || known === null ? null : { id, label: id, way: known };
    }),
);

/** Numbered streams in one cable: "usb-1 both, usb-2 in"; what else is known of a stream stays. */
const STREAMS: Column<ChartPlug> = {
  ...NAMED_STREAMS,
  write: (plug, text) => {
    const named = NAMED_STREAMS.write(plug, text);
    return named.streams === undefined
      ? named
      : {
          ...named,
          streams: named.streams.map((stream) => ({
            ...(plug.streams?.find((known) => known.id === stream.id) ?? stream),
            way: stream.way,
          })),
        };
  },
};

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
    title: 'Direction',
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
  ...OF_USE.map((column) =>
    inside<ChartPlug, Use>(
      column,
      (plug) => plug.uses[0] ?? { way: 'in', carries: 'midi' },
      (plug, use) => using(plug, () => use),
    ),
  ),
  STREAMS,
  optional<ChartPlug, 'usb'>(
    'USB',
    'usb',
    ({ role, givesPower }) =>
      `${role}${givesPower === undefined ? '' : givesPower ? ', gives power' : ', no power'}`,
    (text) => {
      const [role, power] = listed(text);
      const known = oneOf(['host', 'device', 'dual'] as const, role ?? '');
      const gives = power === undefined ? null : oneOf(['gives power', 'no power'], power);
      return known === null || (power !== undefined && gives === null)
        ? null
        : gives === null
          ? { role: known }
          : { role: known, givesPower: gives === 'gives power' };
    },
  ),
  wordColumn('Male or female', 'gender', ['male', 'female']),
  idColumn<ChartPlug>(),
];

export const PLUGS: Table<ChartPlug> = {
  title: 'Plugs',
  what: 'plug',
  columns: COLUMNS,
  rows: (chart) => chart.plugs ?? [],
  put: (chart, plugs) => withIds('plug', chart, chart.plugs ?? [], { ...chart, plugs }, plugs),
  blank: (rows) => ({
    id: freeTitle('plug', rows).replace(' ', '-'),
    label: `MIDI ${rows.length + 1}`,
    connector: 'din5',
    uses: [{ way: 'in', carries: 'midi' }],
  }),
};
