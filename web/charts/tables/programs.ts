import type { Table } from './table';

interface ProgramRow {
  /** Its place, from 0. */
  place: number;
  name: string;
}

/** Programs by their places; a name that is not known is empty. */
export const PROGRAMS: Table<ProgramRow> = {
  title: 'Programs',
  what: 'program',
  columns: [
    {
      title: 'Name',
      isNumber: false,
      read: (row) => row.name,
      write: (row, text) => ({ ...row, name: text.trim() }),
    },
  ],
  rows: (chart) =>
    Array.from({ length: Math.min(chart.programs?.count ?? 0, 1024) }, (_, place) => ({
      place,
      name: chart.programs?.names?.[String(place)] ?? '',
    })),
  put: (chart, rows) => {
    const names = Object.fromEntries(
      rows.filter((row) => row.name !== '').map((row) => [String(row.place), row.name]),
    );
    return { ...chart, programs: { ...chart.programs, count: Math.max(1, rows.length), names } };
  },
  blank: (rows) => ({ place: rows.length, name: '' }),
};
