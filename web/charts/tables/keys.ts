import type { Table } from './table';
import { whole } from './table';

interface KeyRow {
  key: number;
  name: string;
}

/** Names of keys, such as those of drum sounds. */
export const KEYS: Table<KeyRow> = {
  title: 'Keys',
  what: 'key with a name',
  columns: [
    {
      title: 'Key',
      isNumber: true,
      read: ({ key }) => String(key),
      write: (row, text) => {
        const key = whole(text);
        return key === null || key < 0 || key > 127 ? row : { ...row, key };
      },
    },
    {
      title: 'Name',
      isNumber: false,
      isWide: true,
      read: ({ name }) => name,
      write: (row, text) => ({ ...row, name: text.trim() }),
    },
  ],
  rows: (chart) => Object.entries(chart.keys?.names ?? {}).map(([key, name]) => ({ key: Number(key), name })),
  put: (chart, rows) => ({
    ...chart,
    keys: {
      ...(chart.keys ?? { low: 0, high: 127 }),
      names: Object.fromEntries(rows.filter(({ name }) => name !== '').map(({ key, name }) => [key, name])),
    },
  }),
  blank: (rows) => ({
    key: Math.min(127, Math.max(35, ...rows.map(({ key }) => key)) + 1),
    name: `Sound ${rows.length + 1}`,
  }),
};
