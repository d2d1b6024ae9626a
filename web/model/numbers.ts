import type { Chart, Rig, RigBeside, Unit } from '../api/types';
import { messageOf, type Message } from '../charts/tables/message';
import { changeUnit } from './units';
import { without } from './without';

type Ticks = RigBeside['ticks'];
type Assigned = NonNullable<Unit['assigned']>[string];

/** A control or a parameter that can be given a number, and what it has. */
export interface Numbered {
  title: string;
  isControl: boolean;
  /** What its chart says; nothing where that is not known. */
  factory: Message | undefined;
  given: Assigned | undefined;
}

const GIVEN = new Set(['menu', 'editor', 'learn']);

/** All that can be given numbers on a unit, and what has one all the same. */
export function numberedOf(chart: Chart | undefined, unit: Unit): Numbered[] {
  const given = unit.assigned ?? {};
  return [
    ...(chart?.surface?.controls ?? []).map((control) => ({
      title: control.name,
      isControl: true,
      factory: control.sends?.[0]?.message,
      assign: control.assign,
    })),
    ...(chart?.parameters ?? []).map((parameter) => ({
      title: parameter.name,
      isControl: false,
      factory: parameter.message,
      assign: parameter.assign,
    })),
  ]
    .filter(({ title, assign }) => GIVEN.has(assign ?? '') || given[title] !== undefined)
    .map(({ title, isControl, factory }) => ({ title, isControl, factory, given: given[title] }));
}

/** What was typed as a number: a message, nothing, or why it is none. */
export function numberFrom(before: Message | undefined) {
  return (typed: string): { value: Message | null } | { why: string } => {
    const message = typed.trim() === '' ? null : messageOf(typed, before);
    return message === null && typed.trim() !== ''
      ? { why: `“${typed.trim()}” is no message. Write one such as cc 20, note 36 or program 3.` }
      : { value: message };
  };
}

/** A number given by hand: pinned, so that the plan leaves it; nothing takes it back. */
export function given(rig: Rig, unit: string, title: string, message: Message | null): Rig {
  return changeUnit(rig, unit, (each) => ({
    ...each,
    assigned:
      message === null
        ? without(each.assigned ?? {}, title)
        : { ...each.assigned, [title]: { message, state: 'planned', pinned: true } },
  }));
}

/** Whether the plan may give another number. */
export function numberPinned(rig: Rig, unit: string, title: string, isPinned: boolean): Rig {
  return changeUnit(rig, unit, (each) => {
    const known = each.assigned?.[title];
    return known === undefined
      ? each
      : { ...each, assigned: { ...each.assigned, [title]: { ...known, pinned: isPinned } } };
  });
}

const isSame = (one: Message, other: Message): boolean =>
  one.kind === other.kind && one.number === other.number && one.sysex === other.sysex;

/** The tick on a number; there is none on another one. */
export function numberTick(ticks: Ticks, unit: string, each: Numbered): Assigned | null {
  const tick = ticks.units?.[unit]?.assigned?.[each.title];
  const message = each.given?.message;
  return tick !== undefined &&
    message !== undefined &&
    tick.state !== 'planned' &&
    isSame(tick.message, message)
    ? tick
    : null;
}

/** A number is entered on the box, or is not after all. */
export function numberTicked(ticks: Ticks, unit: string, each: Numbered, by: string | null): Ticks {
  const of = ticks.units?.[unit];
  const message = each.given?.message;
  const tick =
    by === null || message === undefined
      ? null
      : {
          message,
          state: 'set' as const,
          at: new Date().toISOString().slice(0, 10),
          ...(by === '' ? {} : { by }),
        };
  return {
    ...ticks,
    units: {
      ...ticks.units,
      [unit]: {
        ...of,
        assigned:
          tick === null ? without(of?.assigned ?? {}, each.title) : { ...of?.assigned, [each.title]: tick },
      },
    },
  };
}
