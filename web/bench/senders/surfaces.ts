import type { Sender } from '../../api/types';

export type Control = Sender['controls'][number];

/** Sorts of control that stand at one of two places. */
export const PRESSED: ReadonlySet<string | undefined> = new Set(['switch', 'pad', 'key']);

/** A label of its own, or the number at the end of the name. */
export function short(control: Control): string {
  return control.label === control.control
    ? (/\d+$/.exec(control.control)?.[0] ?? control.control)
    : control.label;
}
