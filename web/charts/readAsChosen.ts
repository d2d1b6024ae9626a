import { api } from '../api/client';
import { recall, type Chosen } from './pasted';

/** Reads a table with what its columns hold as somebody chose it, now or for a table with the same headings before. */
export async function readAsChosen(text: string, name: string, chosen: Chosen | null) {
  const read = (holds: Chosen) =>
    api.readTable({
      text,
      name,
      columns: Object.entries(holds).map(([index, what]) => ({ index: Number(index), holds: what })),
    });
  const table = await read(chosen ?? {});
  const known = chosen === null ? recall(table.columns) : {};
  return Object.keys(known).length > 0
    ? { table: await read(known), chosen: known }
    : { table, chosen: chosen ?? {} };
}
