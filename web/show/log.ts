import type { LogLine, RigBeside } from '../api/types';
import { without } from '../model/without';

/** A line for tonight, with what the server found out about it. */
export function newLine(
  what: LogLine['what'],
  next: { changed: string[]; marked: string[]; setList: string | null },
  now: Date,
  who: string,
): LogLine {
  return {
    at: now.toISOString(),
    what,
    changed: next.changed,
    marked: next.marked,
    ...(next.setList === null ? {} : { setList: next.setList }),
    ...(who === '' ? {} : { who }),
  };
}

export function changeLine(
  log: RigBeside['log'],
  place: number,
  field: 'place' | 'done',
  text: string,
): RigBeside['log'] {
  return {
    ...log,
    log: (log.log ?? []).map((line, index) =>
      index !== place ? line : text === '' ? without(line, field) : { ...line, [field]: text },
    ),
  };
}

/** Lines in which all of the words stand somewhere, the latest first. */
export function found(lines: readonly LogLine[], wanted: string): { line: LogLine; place: number }[] {
  const words = wanted.toLowerCase().split(/\s+/);
  return lines
    .map((line, place) => ({ line, place }))
    .filter(({ line }) => {
      const text = JSON.stringify(Object.values(line)).toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .reverse();
}
