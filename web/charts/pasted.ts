import type { ReadTable, ReadTableColumn } from '../api/types';

/** What columns hold, as somebody chose it, by their place. */
export type Chosen = Record<number, ReadTableColumn['holds']>;

/** In the order in which they are offered. */
export const HOLDS: ReadTableColumn['holds'][] = [
  'name',
  'controller',
  'controller, hexadecimal',
  'NRPN',
  'RPN',
  'NRPN MSB',
  'NRPN LSB',
  'MSB',
  'LSB',
  'kind of message',
  'channel',
  'key',
  'program',
  'values',
  'values, hexadecimal',
  'lowest value',
  'highest value',
  'default',
  'unit',
  'group',
  'remark',
  'row number',
  'left out',
];

const KEY = 'zigzag.columns';
/** Choices that are remembered; the oldest go. */
const MOST = 40;

const headingsOf = (columns: ReadTableColumn[]) => columns.map((column) => column.heading).join('|');

function remembered(): [string, Chosen][] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? (kept as [string, Chosen][]) : [];
  } catch {
    return [];
  }
}

/** What was chosen the last time for a table of the same headings. */
export function recall(columns: ReadTableColumn[]): Chosen {
  const headings = headingsOf(columns);
  return headings.replaceAll('|', '') === ''
    ? {}
    : (remembered().find(([known]) => known === headings)?.[1] ?? {});
}

export function remember(columns: ReadTableColumn[], chosen: Chosen): void {
  const headings = headingsOf(columns);
  const others = remembered().filter(([known]) => known !== headings);
  localStorage.setItem(KEY, JSON.stringify([...others, [headings, chosen]].slice(-MOST)));
}

/** The chart without the parameters of rows that are not wanted. */
export function without(table: ReadTable, lines: Set<number>): ReadTable['chart'] {
  const parameters: unknown = table.chart.parameters;
  const unwanted = new Set(table.rows.filter((row) => lines.has(row.line)).map((row) => row.parameter));
  return Array.isArray(parameters)
    ? { ...table.chart, parameters: parameters.filter((_, index) => !unwanted.has(index)) }
    : table.chart;
}
