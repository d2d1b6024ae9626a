import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { channelOf, channelText, kindsFrom, kindsText, listed } from './cells';
import { optional } from './columns';
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
    {
      title: 'Channels',
      isNumber: true,
      read: (part) => (typeof part.width === 'object' ? 'it depends' : String(part.width ?? '')),
      write: (part, text) => {
        const width = whole(text);
        if (text.trim() === '') {
          return without(part, 'width');
        }
        return width === null || width < 1 || width > 16 ? part : { ...part, width };
      },
    },
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
    optional<Hears, 'zone'>(
      'MPE zone',
      'zone',
      ({ side, members, bend }) =>
        `${side} ${typeof members === 'string' ? `by ${members}` : members}${bend === undefined ? '' : ` bend ${bend}`}`,
      (text) => {
        const [, side, members, setting, bend] =
          /^(lower|upper)\s+(?:(\d+)|by\s+(\S+))(?:\s+bend\s+(\d+))?$/.exec(text) ?? [];
        const count = setting ?? Number(members);
        const isSense =
          side !== undefined &&
          (typeof count === 'string' || (count >= 1 && count <= 15)) &&
          Number(bend ?? 0) <= 96;
        return isSense
          ? {
              side: side === 'lower' ? 'lower' : 'upper',
              members: count,
              ...(bend === undefined ? {} : { bend: Number(bend) }),
            }
          : null;
      },
    ),
  ],
  rows: (chart) => chart.hears ?? [],
  put: (chart, hears) => ({ ...chart, hears }),
  blank: (rows) => ({ id: freeTitle('part', rows).replace(' ', '-'), at: ['in'] }),
};
