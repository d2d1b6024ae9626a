import type { Chart } from '../../api/types';
import { wholeColumn } from './columns';
import { EMPTY } from './fact';
import { oneOf, type Table } from './table';

type Special = NonNullable<NonNullable<Chart['programs']>['specials']>[number];

/** Programs beside the numbered ones, with their bytes. */
export const SPECIALS: Table<Special> = {
  title: 'Special programs',
  what: 'special program',
  columns: [
    {
      title: 'Label',
      isNumber: false,
      read: ({ label }) => label,
      write: (row, text) => (text.trim() === '' ? row : { ...row, label: text.trim() }),
    },
    {
      title: 'Means',
      isNumber: false,
      read: ({ means }) => means,
      write: (row, text) => ({
        ...row,
        means: oneOf(['live', 'favourite', 'bypass', 'other'] as const, text) ?? row.means,
      }),
    },
    wholeColumn('Bank MSB', 'msb', 0, 127),
    wholeColumn('Bank LSB', 'lsb', 0, 127),
    {
      title: 'Program, from 0',
      isNumber: true,
      read: ({ program }) => String(program),
      write: (row, text) => {
        const number = /^\d{1,3}$/.test(text.trim()) ? Number(text) : 128;
        return number > 127 ? row : { ...row, program: number };
      },
    },
  ],
  rows: (chart) => chart.programs?.specials ?? [],
  put: (chart, specials) => ({ ...chart, programs: { ...(chart.programs ?? EMPTY.programs), specials } }),
  blank: (rows) => ({ means: 'other', label: `Special ${rows.length + 1}`, program: 0 }),
};
