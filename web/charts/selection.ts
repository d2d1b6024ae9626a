/** A rectangle of cells, from where it was begun to where it was drawn to. */
export interface Selection {
  row: number;
  column: number;
  toRow: number;
  toColumn: number;
}

export const single = (row: number, column: number): Selection => ({
  row,
  column,
  toRow: row,
  toColumn: column,
});

export interface Rectangle {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export const rectangle = (of: Selection): Rectangle => ({
  top: Math.min(of.row, of.toRow),
  bottom: Math.max(of.row, of.toRow),
  left: Math.min(of.column, of.toColumn),
  right: Math.max(of.column, of.toColumn),
});

export const isMany = (of: Selection | null): of is Selection =>
  of !== null && (of.row !== of.toRow || of.column !== of.toColumn);

export const has = ({ top, bottom, left, right }: Rectangle, row: number, column: number): boolean =>
  row >= top && row <= bottom && column >= left && column <= right;

/** What was copied, as a table of text that spreadsheets take. */
export const asText = (cells: readonly (readonly string[])[]): string =>
  cells.map((row) => row.map((cell) => cell.replace(/[\t\n]+/g, ' ')).join('\t')).join('\n');
