import type { RigBeside, Unit } from '../api/types';
import { without } from './without';

type Ticks = RigBeside['ticks'];
type Chosen = NonNullable<Unit['settings']>[string];

/** The tick on a setting of a unit; there is none on another value. */
export function tickOn(
  ticks: Ticks,
  unit: string,
  id: string,
  value: Chosen['value'] | undefined,
): Chosen | null {
  const tick = ticks.units?.[unit]?.settings?.[id];
  return tick !== undefined && tick.value === value && tick.state !== 'planned' ? tick : null;
}

/** A value is set on the box. */
export function ticked(ticks: Ticks, unit: string, id: string, value: Chosen['value'], by: string): Ticks {
  const tick: Chosen = {
    value,
    state: 'set',
    at: new Date().toISOString().slice(0, 10),
    ...(by === '' ? {} : { by }),
  };
  const of = ticks.units?.[unit];
  return {
    ...ticks,
    units: { ...ticks.units, [unit]: { ...of, settings: { ...of?.settings, [id]: tick } } },
  };
}

/** It is not set on the box after all. */
export function unticked(ticks: Ticks, unit: string, id: string): Ticks {
  const of = ticks.units?.[unit];
  return of === undefined
    ? ticks
    : { ...ticks, units: { ...ticks.units, [unit]: { ...of, settings: without(of.settings ?? {}, id) } } };
}
