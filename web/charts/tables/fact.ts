import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { oneOf, whole } from './table';

/** Something that is known of a device once, not of each of many. */
export interface Fact {
  title: string;
  /** What can be typed. */
  hint: string;
  read: (chart: Chart) => string;
  /** The chart with what was typed; nothing typed is unknown, what makes no sense changes nothing. */
  write: (chart: Chart, text: string) => Chart;
}

export type Part = 'keys' | 'programs' | 'clock';
export type Of<P extends Part> = NonNullable<Chart[P]>;

export const EMPTY: { [P in Part]: Of<P> } = {
  keys: { low: 0, high: 127 },
  programs: { count: 128 },
  clock: {},
};

/** A fact of a part of the chart; `take` gives null for what makes no sense. */
export function fact<P extends Part, K extends keyof Of<P>>(
  part: P,
  field: K,
  title: string,
  hint: string,
  show: (value: NonNullable<Of<P>[K]>) => string,
  take: (text: string) => Of<P>[K] | null,
): Fact {
  const of = (chart: Chart): Of<P> | undefined => chart[part] as Of<P> | undefined;
  return {
    title,
    hint,
    read: (chart) => {
      const value = of(chart)?.[field];
      return value === undefined || value === null ? '' : show(value);
    },
    write: (chart, text) => {
      const known = of(chart) ?? EMPTY[part];
      if (text.trim() === '') {
        return of(chart) === undefined || field in EMPTY[part]
          ? chart
          : { ...chart, [part]: without(known, field) };
      }
      const value = take(text);
      return value === null ? chart : { ...chart, [part]: { ...known, [field]: value } };
    },
  };
}

export const within =
  (low: number, high: number) =>
  (text: string): number | null => {
    const number = whole(text);
    return number === null || number < low || number > high ? null : number;
  };
export const yesNo = (text: string): boolean | null => {
  const said = oneOf(['yes', 'no'], text);
  return said === null ? null : said === 'yes';
};
export const shownYesNo = (is: boolean): string => (is ? 'yes' : 'no');
/** "yes", "no" or the setting that decides. */
export const switched = (text: string): boolean | string | null =>
  yesNo(text) ?? /^by\s+(\S+)$/.exec(text.trim())?.[1] ?? null;
export const shownSwitch = (is: boolean | string): string =>
  typeof is === 'string' ? `by ${is}` : shownYesNo(is);
