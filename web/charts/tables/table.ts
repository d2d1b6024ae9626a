import type { Chart } from '../../api/types';

export interface Column<T> {
  title: string;
  isNumber: boolean;
  /** Whether more stands in its cells than in others. */
  isWide?: boolean;
  /** What an empty cell says. */
  empty?: string;
  /** Whether its cells are only read. */
  isFixed?: boolean;
  read: (row: T) => string;
  /** The row with what was typed; what makes no sense changes nothing. */
  write: (row: T, text: string) => T;
}

/** A list of a chart as a table of cells. The first column is what a row is called. */
export interface Table<T> {
  title: string;
  /** What one row is. */
  what: string;
  columns: readonly Column<T>[];
  /** Whether there are as many rows as there are. */
  isFixed?: boolean;
  rows: (chart: Chart) => readonly T[];
  put: (chart: Chart, rows: T[]) => Chart;
  /** A new row, behind those that are there. */
  blank: (rows: readonly T[], chart?: Chart) => T;
}

export const whole = (text: string): number | null => (/^-?\d+$/.test(text.trim()) ? Number(text) : null);

/** A word out of some, as it is typed: any case, and the beginning is enough where it says which. */
export function oneOf<W extends string>(words: readonly W[], text: string): W | null {
  const typed = text.trim().toLowerCase();
  const exact = words.find((word) => word === typed);
  const beginning = typed === '' ? [] : words.filter((word) => word.startsWith(typed));
  return exact ?? (beginning.length === 1 ? (beginning[0] ?? null) : null);
}

export function freeTitle(
  what: string,
  rows: readonly { name?: string; title?: string; id?: string }[],
): string {
  const taken = new Set(rows.map((row) => row.name ?? row.title ?? row.id));
  let number = rows.length + 1;
  while (taken.has(`${what} ${number}`)) {
    number += 1;
  }
  return `${what} ${number}`;
}

/** Rows with cells filled from one on; rows that go beyond the last are new. */
export function pasted<T>(
  table: Table<T>,
  rows: readonly T[],
  row: number,
  column: number,
  text: string,
  chart?: Chart,
): T[] {
  const next = [...rows];
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
  lines.forEach((line, down) => {
    const at = row + down;
    if (table.isFixed === true && at >= next.length) {
      return;
    }
    let filled = next[at] ?? table.blank(next, chart);
    line.split('\t').forEach((cell, across) => {
      filled = table.columns[column + across]?.write(filled, cell) ?? filled;
    });
    next[at] = filled;
  });
  return next;
}
