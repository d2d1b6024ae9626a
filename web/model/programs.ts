import type { Chart, Rig, Unit } from '../api/types';
import type { Read } from '../ui/CheckedField';
import { changeUnit } from './units';
import { without } from './without';

type Stored = NonNullable<Unit['programs']>[string];
type MapRow = NonNullable<Unit['programMap']>[number];

/** What is known of a program of a unit; nothing known takes it out. */
export function holding(rig: Rig, unit: string, place: number, stored: Stored): Rig {
  return changeUnit(rig, unit, (each) => {
    const isKnown = stored.name !== undefined || stored.stores !== undefined;
    const programs = isKnown
      ? { ...each.programs, [String(place)]: stored }
      : without(each.programs ?? {}, String(place));
    return Object.keys(programs).length === 0 ? without(each, 'programs') : { ...each, programs };
  });
}

/** Parameters with the values that a program stores: "Mix 40, Bypass 0". */
export const storesText = (stores: Stored['stores']): string =>
  Object.entries(stores ?? {})
    .map(([parameter, raw]) => `${parameter} ${raw}`)
    .join(', ');

export function storesFrom(chart: Chart | undefined) {
  return (typed: string): Read<NonNullable<Stored['stores']>> => {
    const stores: NonNullable<Stored['stores']> = {};
    for (const part of typed.split(/[,;\n]/).map((each) => each.trim())) {
      if (part === '') {
        continue;
      }
      const [, name = '', raw] = /^(.+?)\s+(-?\d+)$/.exec(part) ?? [];
      const parameter = chart?.parameters?.find((each) => each.name.toLowerCase() === name.toLowerCase());
      if (raw === undefined) {
        return { why: `Write parameters with their values, such as Mix 40. “${part}” has none.` };
      }
      if (parameter === undefined) {
        return { why: `It has no parameter “${name}”.` };
      }
      const value = Number(raw);
      if (value < parameter.raw[0] || value > parameter.raw[1]) {
        return { why: `${parameter.name} goes from ${parameter.raw[0]} to ${parameter.raw[1]}.` };
      }
      stores[parameter.name] = value;
    }
    return { value: stores };
  };
}

/** What the player set the box to do with program changes: "5 = 12, 0/32/7 = 3", the place of the program behind. */
export const mapText = (map: readonly MapRow[] | undefined): string =>
  (map ?? []).map((row) => `${row.slice(0, -1).join('/')} = ${row.at(-1) ?? ''}`).join(', ');

export function mapFrom(typed: string): Read<MapRow[]> {
  const map: MapRow[] = [];
  for (const part of typed.split(/[,;\n]/).map((each) => each.trim())) {
    if (part === '') {
      continue;
    }
    const [, called = '', place] = /^([\w/ ]+?)\s*=\s*(\d{1,7})$/.exec(part) ?? [];
    const bytes = called.split('/').map((each) => each.trim());
    const isSense = bytes.every((each) => each === 'none' || (/^\d{1,3}$/.test(each) && Number(each) <= 127));
    if (place === undefined || bytes.length > 3 || !isSense || bytes.at(-1) === 'none') {
      return {
        why: `Write the program change, with bank MSB and LSB before it where they count, and the place, such as 0/32/7 = 3. “${part}” is none.`,
      };
    }
    map.push([...bytes.map((each) => (each === 'none' ? each : Number(each))), Number(place)]);
  }
  return { value: map };
}

export function mapped(rig: Rig, unit: string, map: MapRow[]): Rig {
  return changeUnit(rig, unit, (each) =>
    map.length === 0 ? without(each, 'programMap') : { ...each, programMap: map },
  );
}
