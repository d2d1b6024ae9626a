import { each, optional } from './columns';
import type { Column } from './table';

type Values = Record<string, (string | number)[]>;

/** A value of a setting: a number where it is one. */
export const valueOf = (text: string): string | number =>
  /^-?\d+$/.test(text.trim()) ? Number(text) : text.trim();

/** How settings have to stand: "jack midi, receive on | off". */
export const whenText = (when: Values): string =>
  Object.entries(when)
    .map(([setting, values]) => `${setting} ${values.join(' | ')}`)
    .join(', ');

export function whenOf(text: string): Values | null {
  const pairs = each(text, (part): [string, (string | number)[]] | null => {
    const [, setting, values] = /^(\S+)\s+(\S.*)$/.exec(part) ?? [];
    return setting === undefined || values === undefined ? null : [setting, values.split('|').map(valueOf)];
  });
  return pairs === null || pairs.length === 0 ? null : Object.fromEntries(pairs);
}

export const whenColumn = <T extends { when?: Values }>(title: string): Column<T> =>
  optional<T, 'when'>(title, 'when', whenText, whenOf, { isWide: true });
