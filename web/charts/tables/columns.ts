import { without } from '../../model/without';
import { listed } from './cells';
import { oneOf, whole, type Column } from './table';

/** A column for a field that can be unknown: an empty cell takes it away, and what `take` makes no sense of (null) changes nothing. */
export function optional<T extends object, K extends keyof T>(
  title: string,
  field: K,
  show: (value: NonNullable<T[K]>) => string,
  take: (text: string) => T[K] | null,
  more: Pick<Column<T>, 'isWide'> & { isNumber?: boolean } = {},
): Column<T> {
  return {
    title,
    isNumber: false,
    ...more,
    read: (row) => {
      const value = row[field];
      return value === undefined || value === null ? '' : show(value);
    },
    write: (row, text) => {
      if (text.trim() === '') {
        return without(row, field) as T;
      }
      const value = take(text.trim());
      return value === null ? row : { ...row, [field]: value };
    },
  };
}

/** One of some words. */
export const wordColumn = <T extends object, K extends keyof T>(
  title: string,
  field: K,
  words: readonly (NonNullable<T[K]> & string)[],
): Column<T> => optional<T, K>(title, field, String, (text) => oneOf(words, text));

export const textColumn = <T extends object>(title: string, field: keyof T): Column<T> =>
  optional<T, keyof T>(title, field, String, (text) => text as T[keyof T]);

export const wholeColumn = <T extends object>(
  title: string,
  field: keyof T,
  low: number,
  high: number,
): Column<T> =>
  optional<T, keyof T>(
    title,
    field,
    String,
    (text) => {
      const number = whole(text);
      return number === null || number < low || number > high ? null : (number as T[keyof T]);
    },
    { isNumber: true },
  );

export const yesNoColumn = <T extends object>(title: string, field: keyof T): Column<T> =>
  optional<T, keyof T>(
    title,
    field,
    (is) => (is === true ? 'yes' : 'no'),
    (text) => {
      const said = oneOf(['yes', 'no'], text);
      return said === null ? null : ((said === 'yes') as T[keyof T]);
    },
  );

/** A column for something that a row holds. */
export const inside = <T, U>(
  column: Column<U>,
  get: (row: T) => U,
  set: (row: T, part: U) => T,
): Column<T> => ({
  ...column,
  read: (row) => column.read(get(row)),
  write: (row, text) => set(row, column.write(get(row), text)),
});

/** Parts with commas between them, each read by a pattern; null where one of them makes no sense. */
export function each<P>(text: string, read: (part: string) => P | null): P[] | null {
  const parts = listed(text).map(read);
  const known = parts.filter((part): part is Awaited<P> & P => part !== null);
  return known.length === parts.length ? known : null;
}
