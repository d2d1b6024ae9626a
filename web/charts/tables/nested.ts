import type { Chart } from '../../api/types';
import { inside } from './columns';
import type { Column, Table } from './table';

/** A part of something in a chart, with what that is called. */
export interface Nested<P> {
  owner: string;
  part: P;
}

/** A table of what several things of a chart have several of, such as the modes of each plug: each row says first whose it is. */
export function nested<O, P>({
  title,
  what,
  ownerTitle,
  owners,
  name,
  parts,
  having,
  put,
  columns,
  first,
  blank,
}: {
  title: string;
  what: string;
  /** The title of the first column. */
  ownerTitle: string;
  owners: (chart: Chart) => readonly O[];
  name: (owner: O) => string;
  parts: (owner: O) => readonly P[] | undefined;
  /** The owner with other parts; nothing where it cannot be without any. */
  having: (owner: O, parts: P[]) => O | undefined;
  put: (chart: Chart, owners: O[]) => Chart;
  columns: readonly Column<P>[];
  /** Whose the first row of a chart is; the first owner's if nothing is said. */
  first?: (owners: readonly O[]) => O | undefined;
  blank: (place: number) => P;
}): Table<Nested<P>> {
  const owned = (owner: O, rows: readonly Nested<P>[]): O => {
    const own = rows.filter((row) => row.owner === name(owner)).map(({ part }) => part);
    return own.length === 0 && parts(owner) === undefined ? owner : (having(owner, own) ?? owner);
  };
  return {
    title,
    what,
    columns: [
      {
        title: ownerTitle,
        isNumber: false,
        read: ({ owner }) => owner,
        write: (row, text) => (text.trim() === '' ? row : { ...row, owner: text.trim() }),
      },
      ...columns.map((column) =>
        inside<Nested<P>, P>(
          column,
          ({ part }) => part,
          (row, part) => ({ ...row, part }),
        ),
      ),
    ],
    rows: (chart) =>
      owners(chart).flatMap((owner) => (parts(owner) ?? []).map((part) => ({ owner: name(owner), part }))),
    put: (chart, rows) => {
      const known = owners(chart);
      return rows.every((row) => known.some((owner) => name(owner) === row.owner))
        ? put(
            chart,
            known.map((owner) => owned(owner, rows)),
          )
        : chart;
    },
    blank: (rows, chart) => {
      const known = chart === undefined ? [] : owners(chart);
      const likely = first?.(known) ?? known[0];
      return {
        owner: rows.at(-1)?.owner ?? (likely === undefined ? '' : name(likely)),
        part: blank(rows.length),
      };
    },
  };
}
