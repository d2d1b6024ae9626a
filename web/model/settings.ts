import type { Rig } from '../api/types';
import { changeUnit } from './units';

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
