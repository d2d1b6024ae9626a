import type { Rig, RigPlan } from '../api/types';
import { changeUnit, chartOf } from './units';

/** A number that the plan gives to a control or a parameter; nothing where its chart does not say what it is. */
export function numbered(rig: Rig, planned: RigPlan['numbers'][number]): Rig {
  return changeUnit(rig, planned.unit, (each) => {
    const chart = chartOf(rig, each);
    const known =
      each.assigned?.[planned.what]?.message ??
      (planned.isControl
        ? chart?.surface?.controls.find((control) => control.name === planned.what)?.sends?.[0]?.message
        : chart?.parameters?.find((parameter) => parameter.name === planned.what)?.message);
    return known === undefined
      ? each
      : {
          ...each,
          assigned: {
            ...each.assigned,
            [planned.what]: { message: { ...known, number: planned.number }, state: 'planned' as const },
          },
        };
  });
}

/** A value for a setting. One that is pinned is left alone by the plan; another value by the plan takes the pin out. */
export function setting(rig: Rig, unit: string, id: string, value: string | number, isPinned?: boolean): Rig {
  return changeUnit(rig, unit, (each) => {
    const before = each.settings?.[id];
    const pinned = isPinned ?? (before?.pinned === true && before.value === value);
    const chosen = { value, state: 'planned' as const, ...(pinned ? { pinned } : {}) };
    return { ...each, settings: { ...each.settings, [id]: chosen } };
  });
}

/** Pins a setting where it stands, or lets the plan choose it again. */
export function pin(rig: Rig, unit: string, id: string, value: string | number, isPinned: boolean): Rig {
  return changeUnit(rig, unit, (each) => {
    const chosen = each.settings?.[id] ?? { value, state: 'planned' as const };
    return { ...each, settings: { ...each.settings, [id]: { ...chosen, pinned: isPinned } } };
  });
}
