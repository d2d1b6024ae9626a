import type { Lead, Rig } from '../api/types';

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
  /** The column of the post. */
  post: number;
  /** The rows that it stands over. */
  span: number;
}

const CONTROLLERS = new Set(['controller', 'host', 'clock box']);

/** Puts every unit where it belongs: senders left of the post, receivers right of it, in columns by the leads between. */
export function layout(rig: Rig): Layout {
  const leads = rig.leads ?? [];
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
  return { places, columns, rows, post, span };
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
