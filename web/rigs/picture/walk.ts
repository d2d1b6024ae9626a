import type { Drawn } from './drawn';
import type { Layout } from './layout';

/** What the keys are at: a box or a line, by its name. */
export type At = { what: 'box' | 'line'; name: string };

const STEPS: Partial<Record<string, [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Where an arrow leads from a box or a line; null where there is nothing. */
export function stepped(at: At, key: string, { places }: Layout, lines: readonly Drawn[]): At | null {
  const step = STEPS[key];
  if (step === undefined) {
    return null;
  }
  return at.what === 'box' ? fromBox(at.name, step, places, lines) : fromLine(at.name, step, lines);
}

function fromBox(
  name: string,
  [x, y]: [number, number],
  places: Layout['places'],
  lines: readonly Drawn[],
): At | null {
  const here = places.get(name);
  if (here === undefined) {
    return null;
  }
  if (x !== 0) {
    const own = lines
      .filter(({ line }) => line.from === name || line.to === name)
      .map((drawn) => ({ drawn, other: drawn.line.from === name ? drawn.to : drawn.from }))
      .filter(
        ({ drawn, other }) => Math.sign(other.x - (drawn.line.from === name ? drawn.from : drawn.to).x) === x,
      )
      .sort((one, two) => one.other.y - two.other.y);
    const first = own[0];
    if (first !== undefined) {
      return { what: 'line', name: first.drawn.line.id };
    }
  }
  const others = [...places.values()].filter((place) =>
    x === 0
      ? place.column === here.column && Math.sign(place.row - here.row) === y
      : Math.sign(place.column - here.column) === x,
  );
  const far = (place: { column: number; row: number }) =>
    x === 0
      ? Math.abs(place.row - here.row)
      : 100 * Math.abs(place.column - here.column) + Math.abs(place.row - here.row);
  const next = others.sort((one, two) => far(one) - far(two))[0];
  return next === undefined ? null : { what: 'box', name: next.name };
}

function fromLine(name: string, [x, y]: [number, number], lines: readonly Drawn[]): At | null {
  const here = lines.find(({ line }) => line.id === name);
  if (here === undefined) {
    return null;
  }
  const isRight = here.to.x >= here.from.x;
  if (x !== 0) {
    return { what: 'box', name: x > 0 === isRight ? here.line.to : here.line.from };
  }
  const gap = (drawn: Drawn) => Math.min(drawn.from.x, drawn.to.x);
  const height = (drawn: Drawn) => (drawn.from.y + drawn.to.y) / 2;
  const same = lines
    .filter((drawn) => Math.abs(gap(drawn) - gap(here)) < 1)
    .sort((one, two) => height(one) - height(two));
  const next = same[same.indexOf(here) + y];
  return next === undefined ? null : { what: 'line', name: next.line.id };
}

/** The first box whose label begins with what was typed, after the one that the keys are at. */
export function called(
  typed: string,
  boxes: readonly { name: string; label: string }[],
  after: string,
): string | null {
  const begins = (box: { label: string }) => box.label.toLowerCase().startsWith(typed.toLowerCase());
  const at = boxes.findIndex((box) => box.name === after);
  // One letter again goes on to the next; a longer word stays where it is right.
  const round = [...boxes.slice(at + (typed.length === 1 ? 1 : 0)), ...boxes.slice(0, at + 1)];
  return round.find(begins)?.name ?? null;
}
