import type { Chart } from '../../api/types';
import type { Column } from './table';

/** What other cells call it by: "by channel", "at in". */
export const idColumn = <T extends { id: string }>(): Column<T> => ({
  title: 'Known as',
  isNumber: false,
  read: ({ id }) => id,
  write: (row, text) => (/^[^\s,;|/]{1,60}$/.test(text.trim()) ? { ...row, id: text.trim() } : row),
});

type Sort = 'setting' | 'plug' | 'procedure';

/** Keys under which words of a sort stand, wherever in the chart. */
const AT: Record<Sort, ReadonlySet<string>> = {
  setting: new Set(['setting', 'kinds', 'roles', 'obeys', 'members']),
  plug: new Set(['at', 'from', 'to']),
  procedure: new Set(['procedure']),
};

/** The chart with rows, and with all that calls one of them by what it was known as before; two never have the same. */
export function withIds<T extends { id: string }>(
  sort: Sort,
  before: Chart,
  rows: readonly T[],
  after: Chart,
  next: readonly T[],
): Chart {
  if (new Set(next.map(({ id }) => id)).size < next.length) {
    return before;
  }
  const names = new Map<string, string>();
  if (rows.length <= next.length) {
    rows.forEach(({ id }, at) => {
      const now = next[at]?.id ?? id;
      if (now !== id) {
        names.set(id, now);
      }
    });
  }
  return names.size === 0 ? after : (called(after, sort, names, '') as Chart);
}

function called(value: unknown, sort: Sort, names: ReadonlyMap<string, string>, under: string): unknown {
  if (typeof value === 'string') {
    const [plug = '', stream] = value.split('/');
    const now = sort === 'plug' ? names.get(plug) : names.get(value);
    return !AT[sort].has(under) && !(sort === 'setting' && under === 'sends')
      ? value
      : now === undefined
        ? value
        : sort === 'plug' && stream !== undefined
          ? `${now}/${stream}`
          : now;
  }
  if (Array.isArray(value)) {
    return value.map((each: unknown) => called(each, sort, names, under));
  }
  if (typeof value !== 'object' || value === null) {
    return value;
  }
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      sort === 'setting' && under === 'when' ? (names.get(key) ?? key) : key,
      // Words in lists of kinds and roles stand one level deeper, under a name of their own.
      called(each, sort, names, under === 'kinds' || under === 'roles' ? under : key),
    ]),
  );
}
