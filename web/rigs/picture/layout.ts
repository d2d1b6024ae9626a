import { isPower, POST, type Box, type Graph, type Line } from './graph';

export interface Place {
  name: string;
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
export function layout(graph: Graph): Layout {
  if (!graph.hasPost) {
    return straight(graph);
  }
  const signal = graph.lines.filter((line) => !isPower(line));
  const distance = hops(signal);
  const left = new Set(graph.boxes.filter((box) => standsLeft(graph, box)).map((box) => box.name));
  const isLeft = (name: string) => left.has(name);
  const reach = (left: boolean) =>
    Math.max(
      0,
      ...graph.boxes
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
      .filter((line) => line.from === name || line.to === name)
      .map((line) => (line.from === name ? line.to : line.from))
      .filter((other) => other !== POST && (distance.get(other) ?? 0) === far - 1)
      .map((other) => places.get(other)?.row ?? 0);
    return rowsBefore.length === 0 ? 0 : Math.min(...rowsBefore);
  };
  // From the post outwards, so that what hangs on a hub stands beside it.
  const loose = graph.boxes.filter((unit) => !distance.has(unit.name));
  const far = Math.max(0, ...distance.values());
  for (let ringAt = 1; ringAt <= far; ringAt += 1) {
    const ring = graph.boxes.filter((unit) => distance.get(unit.name) === ringAt);
    for (const unit of [...ring].sort((a, b) => nearest(a.name) - nearest(b.name))) {
      const column = isLeft(unit.name) ? post - ringAt : post + ringAt;
      const row = Math.max(filled.get(column) ?? 0, nearest(unit.name));
      filled.set(column, row + 1);
      places.set(unit.name, placed(unit, column, row));
    }
  }
  const span = Math.max(1, ...filled.values());
  const columns = post + right + 1;
  // What is led to nothing stands below, side by side.
  loose.forEach((unit, index) =>
    places.set(
      unit.name,
      placed(unit, (post + index) % columns, span + Math.floor((post + index) / columns)),
    ),
  );
  places.set(POST, { name: POST, column: post, row: 0 });
  const rows = Math.max(span, ...[...places.values()].map((place) => place.row + 1));
  return { places, columns, rows, span };
}

/** Without a post, senders stand left and hearers right of them, each behind whoever leads to it. */
function straight(graph: Graph): Layout {
  const ways = graph.lines
    .filter((line) => !isPower(line))
    .map((line) => (line.goesBack ? [line.to, line.from] : [line.from, line.to]));
  const column = new Map(graph.boxes.map((unit) => [unit.name, 0]));
  // As often as there are units: rounds of leads come to an end by that.
  graph.boxes.forEach(() =>
    ways.forEach(([from = '', to = '']) => {
      const after = (column.get(from) ?? 0) + 1;
      if (after > (column.get(to) ?? 0) && after < graph.boxes.length) {
        column.set(to, after);
      }
    }),
  );
  const used = [...new Set(column.values())].sort((a, b) => a - b);
  const filled = new Map<number, number>();
  const places = new Map<string, Place>();
  const columnOf = (name: string) => used.indexOf(column.get(name) ?? 0);
  const led = new Set(ways.flat());
  for (const unit of [...graph.boxes].sort((a, b) => columnOf(a.name) - columnOf(b.name))) {
    if (!led.has(unit.name)) {
      continue;
    }
    const at = columnOf(unit.name);
    const before = ways.flatMap(([from = '', to]) => (to === unit.name ? [places.get(from)?.row ?? 0] : []));
    const row = Math.max(filled.get(at) ?? 0, before.length === 0 ? 0 : Math.min(...before));
    filled.set(at, row + 1);
    places.set(unit.name, placed(unit, at, row));
  }
  // What plays nobody and hears nobody stands below, side by side.
  const columns = Math.max(1, used.length);
  const span = Math.max(0, ...filled.values());
  graph.boxes
    .filter((unit) => !led.has(unit.name))
    .forEach((unit, index) =>
      places.set(unit.name, placed(unit, index % columns, span + Math.floor(index / columns))),
    );
  const rows = Math.max(1, ...[...places.values()].map((place) => place.row + 1));
  return { places, columns, rows, span: Math.max(1, span) };
}

const placed = (box: Box, column: number, row: number): Place => ({ name: box.name, column, row });

/** How many leads stand between a unit and the post. */
function hops(lines: readonly Line[]): Map<string, number> {
  const others = new Map<string, string[]>();
  for (const { from, to } of lines) {
    others.set(from, [...(others.get(from) ?? []), to]);
    others.set(to, [...(others.get(to) ?? []), from]);
  }
  const distance = new Map<string, number>([[POST, 0]]);
  const queue = [POST];
  for (const name of queue) {
    for (const other of others.get(name) ?? []) {
      if (!distance.has(other)) {
        distance.set(other, (distance.get(name) ?? 0) + 1);
        queue.push(other);
      }
    }
  }
  return distance;
}

/** Whether a box stands left of the post, with what sends. */
export function standsLeft(graph: Graph, box: Box): boolean {
  if (!CONTROLLERS.has(box.sort) || box.sort !== 'clock box') {
    return CONTROLLERS.has(box.sort);
  }
  const own = graph.lines.filter(
    (line) => !isPower(line) && (line.from === box.name || line.to === box.name),
  );
  return own.length === 0 || own.some((line) => line.from !== POST);
}
