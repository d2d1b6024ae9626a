import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { kindsOf, listed } from './cells';
import type { Table } from './table';

type Automatic = NonNullable<Chart['automatic']>[number];

/** What a device sends that nobody asked for. */
export const AUTOMATIC: Table<Automatic> = {
  title: 'Automatic messages',
  what: 'message it sends by itself',
  columns: [
    {
      title: 'What',
      isNumber: false,
      isWide: true,
      read: ({ what }) => what,
      write: (row, text) => (text.trim() === '' ? row : { ...row, what: text.trim() }),
    },
    {
      title: 'Kind',
      isNumber: false,
      read: ({ kind }) => kind,
      write: (row, text) => ({ ...row, kind: kindsOf(text)[0] ?? row.kind }),
    },
    {
      title: 'At plugs',
      isNumber: false,
      read: ({ at }) => at.join(', '),
      write: (row, text) => (listed(text).length === 0 ? row : { ...row, at: listed(text) }),
    },
    {
      title: 'A second',
      isNumber: true,
      read: ({ perSecond }) => String(perSecond ?? ''),
      write: (row, text) => {
        const perSecond = Number(text.trim().replace(',', '.'));
        return text.trim() === ''
          ? without(row, 'perSecond')
          : Number.isFinite(perSecond) && perSecond >= 0
            ? { ...row, perSecond }
            : row;
      },
    },
    {
      title: 'Switched off by',
      isNumber: false,
      read: ({ setting }) => setting ?? '',
      write: (row, text) => (text.trim() === '' ? without(row, 'setting') : { ...row, setting: text.trim() }),
    },
  ],
  rows: (chart) => chart.automatic ?? [],
  put: (chart, automatic) => ({ ...chart, automatic }),
  blank: (rows) => ({ what: `Message ${rows.length + 1}`, kind: 'sensing', at: ['out'] }),
};
