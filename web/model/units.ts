import type { Chart, LeadEnd, Rig, Unit } from '../api/types';
import { without } from './without';

/** Units of a rig. Each change gives a new rig and leaves the old one as it is. */

export const chartOf = (rig: Rig, unit: Unit): Chart | undefined => rig.charts[unit.chart.id]?.chart;

export const unitNamed = (rig: Rig, name: string): Unit | undefined =>
  rig.units.find((unit) => unit.name === name);

/** A name as rules can write it, that no other unit has. */
export function freeName(rig: Rig, wanted: string): string {
  const base =
    wanted
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '_')
      .replaceAll(/^[^a-z]+|_+$/g, '') || 'unit';
  const taken = new Set(['post', ...rig.units.map((unit) => unit.name)]);
  if (!taken.has(base)) {
    return base;
  }
  let number = 2;
  while (taken.has(`${base}_${number}`)) {
    number += 1;
  }
  return `${base}_${number}`;
}

export function addUnit(rig: Rig, chart: Chart, id: string, revision: number): Rig {
  const name = freeName(rig, chart.name);
  return {
    ...rig,
    charts: { ...rig.charts, [id]: { revision, chart } },
    units: [
      ...rig.units.map((unit) => (unit.chart.id === id ? { ...unit, chart: { id, revision } } : unit)),
      { name, label: chart.name, chart: { id, revision } },
    ],
  };
}

/** Another chart for a unit, or a newer one of its kind; settings that the chart does not have go. */
export function swapChart(
  rig: Rig,
  unit: string,
  chart: Chart,
  id: string,
  revision: number,
  lost: readonly string[],
): Rig {
  return {
    ...rig,
    charts: { ...rig.charts, [id]: { revision, chart } },
    units: rig.units.map((each) =>
      each.name === unit
        ? {
            ...each,
            chart: { id, revision },
            settings: Object.fromEntries(
              Object.entries(each.settings ?? {}).filter(([setting]) => !lost.includes(setting)),
            ),
          }
        : each.chart.id === id
          ? { ...each, chart: { id, revision } }
          : each,
    ),
  };
}

export function changeUnit(rig: Rig, name: string, edit: (unit: Unit) => Unit): Rig {
  return { ...rig, units: rig.units.map((unit) => (unit.name === name ? edit(unit) : unit)) };
}

/** Another name, in leads as well. */
export function renameUnit(rig: Rig, from: string, to: string): Rig {
  const end = (each: LeadEnd): LeadEnd => (each.unit === from ? { ...each, unit: to } : each);
  return {
    ...rig,
    units: rig.units.map((unit) => ({
      ...unit,
      name: unit.name === from ? to : unit.name,
      ...(unit.playsWith === undefined
        ? {}
        : { playsWith: unit.playsWith.map((other) => (other === from ? to : other)) }),
      ...(unit.mirrors === from ? { mirrors: to } : {}),
    })),
    leads: (rig.leads ?? []).map((lead) => ({ ...lead, a: end(lead.a), b: end(lead.b) })),
    ...(rig.intents === undefined
      ? {}
      : {
          intents: rig.intents.map((intent) => ({
            ...intent,
            from: intent.from === from ? to : intent.from,
            to: intent.to === from ? to : intent.to,
          })),
        }),
  };
}

/** The unit that has another name in the second of two rigs, if that is what happened. */
export function renamedUnit(before: Rig, after: Rig): { from: string; to: string } | null {
  const names = new Set(after.units.map((unit) => unit.name));
  const gone = before.units.flatMap((unit, index) => (names.has(unit.name) ? [] : [index]));
  const [index] = gone;
  if (before.units.length !== after.units.length || gone.length !== 1 || index === undefined) {
    return null;
  }
  const [was, is] = [before.units[index], after.units[index]];
  return was === undefined || is === undefined || was.chart.id !== is.chart.id
    ? null
    : { from: was.name, to: is.name };
}

export function removeUnit(rig: Rig, name: string): Rig {
  return {
    ...rig,
    units: rig.units
      .filter((unit) => unit.name !== name)
      .map((unit) => (unit.mirrors === name ? without(unit, 'mirrors') : unit))
      .map((unit) =>
        unit.playsWith?.includes(name) === true
          ? { ...unit, playsWith: unit.playsWith.filter((other) => other !== name) }
          : unit,
      ),
    leads: (rig.leads ?? []).filter((lead) => lead.a.unit !== name && lead.b.unit !== name),
    ...(rig.intents === undefined
      ? {}
      : { intents: rig.intents.filter((intent) => intent.from !== name && intent.to !== name) }),
  };
}
