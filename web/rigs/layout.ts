import type { Lead, LeadEnd, Rig, Unit } from '../api/types';

export interface Place {
  name: string;
  label: string;
  sort: string;
  column: number;
  row: number;
}

export interface Layout {
  places: Map<string, Place>;
  columns: number;
  rows: number;
  /** The rows that the post stands over. */
  span: number;
}

const CONTROLLERS = new Set(['controller', 'host', 'clock box']);

/** Puts every unit where it belongs: senders left of the post, receivers right of it, in columns by the leads between. */
export function layout(rig: Rig): Layout {
  const leads = rig.leads ?? [];
  if (!hasPost(rig)) {
    return straight(rig);
  }
  const sortOf = (name: string) =>
    rig.charts[rig.units.find((unit) => unit.name === name)?.chart.id ?? '']?.chart.sort ?? 'other';
  const signal = leads.filter((lead) => !isPower(rig, lead));
  const distance = hops(signal);
  const isLeft = (name: string) =>
    CONTROLLERS.has(sortOf(name)) && !(sortOf(name) === 'clock box' && comesOnlyFromPost(signal, name));
  const reach = (left: boolean) =>
    Math.max(
      0,
      ...rig.units
        .filter((unit) => distance.has(unit.name) && isLeft(unit.name) === left)
        .map((unit) => distance.get(unit.name) ?? 0),
    );
  const post = Math.max(1, reach(true));
  const right = Math.max(1, reach(false));
  const places = new Map<string, Place>();
  const filled = new Map<number, number>();
  const nearest = (name: string) => {
    const far = distance.get(name) ?? 0;
    const rowsBefore = signal
      .filter((lead) => lead.a.unit === name || lead.b.unit === name)
      .map((lead) => (lead.a.unit === name ? lead.b.unit : lead.a.unit))
      .filter((other) => other !== 'post' && (distance.get(other) ?? 0) === far - 1)
      .map((other) => places.get(other)?.row ?? 0);
    return rowsBefore.length === 0 ? 0 : Math.min(...rowsBefore);
  };
  // From the post outwards, so that what hangs on a hub stands beside it.
  const loose = rig.units.filter((unit) => !distance.has(unit.name));
  const far = Math.max(0, ...distance.values());
  for (let ringAt = 1; ringAt <= far; ringAt += 1) {
    const ring = rig.units.filter((unit) => distance.get(unit.name) === ringAt);
    for (const unit of [...ring].sort((a, b) => nearest(a.name) - nearest(b.name))) {
      const column = isLeft(unit.name) ? post - ringAt : post + ringAt;
      const row = Math.max(filled.get(column) ?? 0, nearest(unit.name));
      filled.set(column, row + 1);
      places.set(unit.name, {
        name: unit.name,
        label: unit.label ?? unit.name,
        sort: sortOf(unit.name),
        column,
        row,
      });
    }
  }
  const span = Math.max(1, ...filled.values());
  const columns = post + right + 1;
  // What is led to nothing stands below, side by side.
  loose.forEach((unit, index) =>
    places.set(unit.name, {
      name: unit.name,
      label: unit.label ?? unit.name,
      sort: sortOf(unit.name),
      column: (post + index) % columns,
      row: span + Math.floor((post + index) / columns),
    }),
  );
  places.set('post', { name: 'post', label: 'Zigzag Post', sort: 'post', column: post, row: 0 });
  const rows = Math.max(span, ...[...places.values()].map((place) => place.row + 1));
  return { places, columns, rows, span };
}

/** Whether the post is part of the rig: a lead leads there, or rules wait for the first. */
function hasPost(rig: Rig): boolean {
  const leads = rig.leads ?? [];
  return (
    leads.some((lead) => lead.a.unit === 'post' || lead.b.unit === 'post') ||
    (rig.book !== undefined && leads.length === 0)
  );
}

/** Without a post, senders stand left and hearers right of them, each behind whoever leads to it. */
function straight(rig: Rig): Layout {
  const ways = (rig.leads ?? [])
    .filter((lead) => !isPower(rig, lead))
    .map((lead) =>
      goes(rig, lead.a, 'in') && !goes(rig, lead.a, 'out')
        ? [lead.b.unit, lead.a.unit]
        : [lead.a.unit, lead.b.unit],
    );
  const column = new Map(rig.units.map((unit) => [unit.name, 0]));
  // As often as there are units: rounds of leads come to an end by that.
  rig.units.forEach(() =>
    ways.forEach(([from = '', to = '']) => {
      const after = (column.get(from) ?? 0) + 1;
      if (after > (column.get(to) ?? 0) && after < rig.units.length) {
        column.set(to, after);
      }
    }),
  );
  const used = [...new Set(column.values())].sort((a, b) => a - b);
  const filled = new Map<number, number>();
  const places = new Map<string, Place>();
  const columnOf = (name: string) => used.indexOf(column.get(name) ?? 0);
  const led = new Set(ways.flat());
  for (const unit of [...rig.units].sort((a, b) => columnOf(a.name) - columnOf(b.name))) {
    if (!led.has(unit.name)) {
      continue;
    }
    const at = columnOf(unit.name);
    const before = ways.flatMap(([from = '', to]) => (to === unit.name ? [places.get(from)?.row ?? 0] : []));
    const row = Math.max(filled.get(at) ?? 0, before.length === 0 ? 0 : Math.min(...before));
    filled.set(at, row + 1);
    places.set(unit.name, placed(rig, unit, at, row));
  }
  // What plays nobody and hears nobody stands below, side by side.
  const columns = Math.max(1, used.length);
  const span = Math.max(0, ...filled.values());
  rig.units
    .filter((unit) => !led.has(unit.name))
    .forEach((unit, index) =>
      places.set(unit.name, placed(rig, unit, index % columns, span + Math.floor(index / columns))),
    );
  const rows = Math.max(1, ...[...places.values()].map((place) => place.row + 1));
  return { places, columns, rows, span: Math.max(1, span) };
}

const placed = (rig: Rig, unit: Unit, column: number, row: number): Place => ({
  name: unit.name,
  label: unit.label ?? unit.name,
  sort: rig.charts[unit.chart.id]?.chart.sort ?? 'other',
  column,
  row,
});

function goes(rig: Rig, end: LeadEnd, way: 'in' | 'out'): boolean {
  const unit = rig.units.find((each) => each.name === end.unit);
  const plug = rig.charts[unit?.chart.id ?? '']?.chart.plugs?.find((each) => each.id === end.plug);
  return plug?.uses.some((use) => use.way === way || use.way === 'both') === true;
}

export function isPower(rig: Rig, lead: Lead): boolean {
  return [lead.a, lead.b].some((end) => {
    const unit = rig.units.find((each) => each.name === end.unit);
    const plug = rig.charts[unit?.chart.id ?? '']?.chart.plugs?.find((each) => each.id === end.plug);
    return plug?.uses[0]?.carries === 'power';
  });
}

/** How many leads stand between a unit and the post. */
function hops(leads: readonly Lead[]): Map<string, number> {
  const distance = new Map<string, number>([['post', 0]]);
  const queue = ['post'];
  for (const name of queue) {
    for (const lead of leads) {
      const other = lead.a.unit === name ? lead.b.unit : lead.b.unit === name ? lead.a.unit : null;
      if (other !== null && !distance.has(other)) {
        distance.set(other, (distance.get(name) ?? 0) + 1);
        queue.push(other);
      }
    }
  }
  return distance;
}

function comesOnlyFromPost(leads: readonly Lead[], name: string): boolean {
  const own = leads.filter((lead) => lead.a.unit === name || lead.b.unit === name);
  return own.length > 0 && own.every((lead) => lead.a.unit === 'post');
}
