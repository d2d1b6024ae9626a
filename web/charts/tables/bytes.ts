import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { EMPTY } from './fact';
import { whole, type Column, type Table } from './table';

type Byte = number | 'none';

/** What calls one program: its place, and the bytes; a bank that is not sent is none. */
interface Row {
  place: number;
  msb: Byte;
  lsb: Byte;
  program: number;
}

type Wire = NonNullable<NonNullable<Chart['programs']>['wire']>;

const rowsOf = (wire: Wire | undefined): Row[] =>
  Array.isArray(wire)
    ? wire.map((row) => {
        const [place = 0, program = 0] = [row[0], row.at(-1)].map(Number);
        return {
          place,
          program,
          msb: byte(row.length > 2 ? row[1] : 'none'),
          lsb: byte(row.length > 3 ? row[2] : 'none'),
        };
      })
    : [];

const byte = (value: string | number | undefined): Byte => (typeof value === 'number' ? value : 'none');

const bank = (field: 'msb' | 'lsb', title: string): Column<Row> => ({
  title,
  isNumber: true,
  read: (row) => String(row[field]),
  write: (row, text) => {
    const number = whole(text);
    return text.trim().toLowerCase() === 'none'
      ? { ...row, [field]: 'none' }
      : number === null || number < 0 || number > 127
        ? row
        : { ...row, [field]: number };
  },
});

const number = (field: 'place' | 'program', title: string, most: number): Column<Row> => ({
  title,
  isNumber: true,
  read: (row) => String(row[field]),
  write: (row, text) => {
    const typed = whole(text);
    return typed === null || typed < 0 || typed > most ? row : { ...row, [field]: typed };
  },
});

/** Bytes of programs one by one, where no pattern gives them. */
export const BYTES: Table<Row> = {
  title: 'Bytes of programs',
  what: 'program with bytes of its own',
  columns: [
    number('place', 'Place, from 0', 2_097_151),
    bank('msb', 'Bank MSB'),
    bank('lsb', 'Bank LSB'),
    number('program', 'Program, from 0', 127),
  ],
  rows: (chart) => rowsOf(chart.programs?.wire),
  put: (chart, rows) => {
    const programs = chart.programs ?? EMPTY.programs;
    return rows.length === 0
      ? Array.isArray(programs.wire)
        ? { ...chart, programs: without(programs, 'wire') }
        : chart
      : {
          ...chart,
          programs: { ...programs, wire: rows.map((row) => [row.place, row.msb, row.lsb, row.program]) },
        };
  },
  blank: (rows) => {
    const last = rows.at(-1);
    return last === undefined
      ? { place: 0, msb: 'none', lsb: 'none', program: 0 }
      : { ...last, place: last.place + 1, program: Math.min(127, last.program + 1) };
  },
};
