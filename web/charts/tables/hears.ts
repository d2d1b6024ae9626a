import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { channelOf, channelText, kindsFrom, kindsText, listed } from './cells';
import { optional } from './columns';
import { whenOf, whenText } from './when';
import { zoneColumn } from './zone';
import { freeTitle, whole, type Column, type Table } from './table';

type Hears = NonNullable<Chart['hears']>[number];

const deaf = (which: 'power' | 'program', title: string): Column<Hears> => ({
  title,
  isNumber: true,
  read: (part) => String(part.deafMs?.[which] ?? ''),
  write: (part, text) => {
    const ms = whole(text);
    const times = { ...part.deafMs };
    if (text.trim() === '') {
      const rest = without(times, which);
      return Object.keys(rest).length === 0 ? without(part, 'deafMs') : { ...part, deafMs: rest };
    }
    return ms === null || ms < 0 ? part : { ...part, deafMs: { ...times, [which]: ms } };
  },
});

type Width = Exclude<NonNullable<Hears['width']>, number>[number];

const widthText = ({ width, program, when }: Width): string =>
  `${width}${program === undefined ? '' : ` at ${program.join(' ')}`}${when === undefined ? '' : ` while ${whenText(when)}`}`;

function widthOf(text: string): Width | null {
  const [, width, program, when] =
    /^(\d+)(?:\s+at\s+(\d+(?:\s+\d+)*))?(?:\s+while\s+(\S.*))?$/.exec(text.trim()) ?? [];
  const known = when === undefined ? undefined : whenOf(when);
  return width === undefined || known === null || Number(width) < 1 || Number(width) > 16
    ? null
    : {
        width: Number(width),
        ...(program === undefined ? {} : { program: program.split(/\s+/).map(Number) }),
        ...(known === undefined ? {} : { when: known }),
      };
}

/** How many adjacent channels: "2", or where it depends "2 while jack midi; 3 at 4 5", programs from 0. */
const WIDTH = optional<Hears, 'width'>(
  'Channels',
  'width',
  (width) => (typeof width === 'number' ? String(width) : width.map(widthText).join('; ')),
  (text) => {
    const widths = text.split(';').map(widthOf);
    const [first] = widths;
    return widths.includes(null)
      ? null
      : widths.length === 1 && first?.program === undefined && first?.when === undefined
        ? (first?.width ?? null)
        : widths.filter((each) => each !== null);
  },
  { isNumber: true },
);

/** Where, on which channels and what a device hears. */
export const HEARS: Table<Hears> = {
  title: 'Hears',
  what: 'part that hears',
  columns: [
    {
      title: 'Part',
      isNumber: false,
      read: (part) => part.id,
      write: (part, text) => (text.trim() === '' ? part : { ...part, id: text.trim() }),
    },
    {
      title: 'At plugs',
      isNumber: false,
      read: (part) => part.at.join(', '),
      write: (part, text) => (listed(text).length === 0 ? part : { ...part, at: listed(text) }),
    },
    {
      title: 'MIDI channel',
      isNumber: false,
      read: (part) => channelText(part.channel),
      write: (part, text) => {
        const channel = channelOf(text);
        return channel === null
          ? part
          : channel === undefined
            ? without(part, 'channel')
            : { ...part, channel };
      },
    },
    WIDTH,
    {
      title: 'What',
      isWide: true,
      isNumber: false,
      read: (part) => kindsText(part.kinds),
      write: (part, text) => {
        const kinds = kindsFrom(text);
        return kinds === null ? part : text.trim() === '' ? without(part, 'kinds') : { ...part, kinds };
      },
    },
    deaf('power', 'Deaf after power, ms'),
    deaf('program', 'Deaf after a program, ms'),
    zoneColumn<Hears>(),
  ],
  rows: (chart) => chart.hears ?? [],
  put: (chart, hears) => ({ ...chart, hears }),
  blank: (rows) => ({ id: freeTitle('part', rows).replace(' ', '-'), at: ['in'] }),
};
