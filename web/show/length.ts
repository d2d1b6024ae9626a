import type { Read } from '../ui/CheckedField';

const LONGEST_S = 7200;

/** A length in minutes and seconds, such as 2:40. */
export function minutes(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** The length of a song in seconds, as it is typed: 2:40, or 3 for three minutes. */
export function lengthFrom(typed: string): Read<number | null> {
  if (typed === '') {
    return { value: null };
  }
  const found = /^(\d{1,3})(?::([0-5]\d))?$/.exec(typed);
  const seconds = found === null ? 0 : 60 * Number(found[1]) + Number(found[2] ?? 0);
  return seconds >= 1 && seconds <= LONGEST_S
    ? { value: seconds }
    : { why: `“${typed}” is no length up to 120:00, such as 2:40; it still counts as before.` };
}
