import type { Line } from './graph';
import { POST } from './graph';
import type { Place } from './layout';
import { BOX, type Laid, type Point } from './measures';

/** A line as it is drawn: from socket to socket. */
export interface Drawn {
  line: Line;
  from: Point;
  to: Point;
  path: string;
}

/** A lead is one folded line. */
export function folded(from: Point, to: Point, fold: number): string {
  const bend = from.x + (to.x - from.x) * (0.3 + fold * 0.1);
  return `M${from.x} ${from.y}H${bend}L${bend + (to.x > from.x ? 10 : -10)} ${to.y}H${to.x}`;
}

export function drawnLines(lines: readonly Line[], laid: Laid): Drawn[] {
  return lines.flatMap((line, index) => {
    const [a, b] = [laid.layout.places.get(line.from), laid.layout.places.get(line.to)];
    if (a === undefined || b === undefined) {
      return [];
    }
    const [from, to] = [edge(a, b, laid), edge(b, a, laid)];
    return [{ line, from, to, path: folded(from, to, index % 5) }];
  });
}

/** Where a lead meets a box: at the side that looks to the other end; at the post, at the height of the other end. */
function edge(place: Place, other: Place, laid: Laid): Point {
  const [at, otherAt] = [laid.at(place), laid.at(other)];
  const isSame = other.column === place.column;
  const x = at.x + (other.column > place.column ? BOX.width : isSame ? BOX.width / 2 : 0);
  if (place.name !== POST) {
    return { x, y: isSame ? at.y : at.y + BOX.height / 2 };
  }
  const middle = otherAt.y + BOX.height / 2;
  return { x, y: Math.min(at.y + laid.postHeight - 4, Math.max(at.y + 4, middle)) };
}

/** What is written beside lines: where two would stand in one place, the second stands below the line, and no other. */
export interface Written {
  drawn: Drawn;
  words: string;
  isBelow: boolean;
}

export function writtenBeside(all: readonly { drawn: Drawn; words: string }[], gap: number): Written[] {
  const taken = new Map<string, string[]>();
  return all.flatMap(({ drawn, words }) => {
    const { x, y } = beside(drawn, gap);
    const place = `${Math.round(x)} ${Math.round(y)}`;
    const there = taken.get(place) ?? [];
    if (words === '' || there.includes(words) || there.length > 1) {
      return [];
    }
    taken.set(place, [...there, words]);
    return [{ drawn, words, isBelow: there.length === 1 }];
  });
}

/** Beside the box that it leads to, in the gap between columns: nothing else is written there. */
export const beside = ({ from, to }: Drawn, gap: number): Point => ({
  x: to.x + (from.x < to.x ? -gap / 2 : from.x > to.x ? gap / 2 : 0),
  y: to.y,
});
