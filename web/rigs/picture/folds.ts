import type { Box, Graph, Line } from './graph';

/** What stands at a place on one side of the post is one fold; by its name it is found again. */
const foldOf = (box: Box, side: string): string => `${side} ${box.place}`;

export interface Fold {
  name: string;
  place: string;
  units: readonly string[];
}

/** What can be folded: places with more than one unit on the same side. */
export function foldsOf(graph: Graph, side: (box: Box) => string): Fold[] {
  const folds = new Map<string, Fold & { units: string[] }>();
  for (const box of graph.boxes) {
    if (box.place !== '') {
      const name = foldOf(box, side(box));
      const fold = folds.get(name) ?? { name, place: box.place, units: [] };
      fold.units.push(box.name);
      folds.set(name, fold);
    }
  }
  return [...folds.values()].filter((fold) => fold.units.length > 1);
}

/** The rig with some places folded: each is one box, and leads between the same boxes are one line. */
export function foldedGraph(graph: Graph, folds: readonly Fold[]): Graph {
  if (folds.length === 0) {
    return graph;
  }
  const into = new Map(folds.flatMap((fold) => fold.units.map((unit) => [unit, fold] as const)));
  const boxOf = (name: string) => into.get(name)?.name ?? name;
  const boxes = new Map<string, Box>();
  for (const box of graph.boxes) {
    const fold = into.get(box.name);
    const before = boxes.get(boxOf(box.name));
    if (fold === undefined) {
      boxes.set(box.name, box);
    } else if (before === undefined) {
      const about = `${fold.units.length} units`;
      boxes.set(fold.name, {
        name: fold.name,
        label: fold.place,
        sort: box.sort,
        about,
        place: fold.place,
        units: fold.units,
      });
    }
  }
  const lines = new Map<string, Line>();
  for (const line of graph.lines) {
    const [from, to] = [boxOf(line.from), boxOf(line.to)];
    if (from === to) {
      continue;
    }
    const isFolded = from !== line.from || to !== line.to;
    const key = isFolded ? `${from}\t${to}\t${line.kind}` : line.id;
    const before = lines.get(key);
    lines.set(
      key,
      before === undefined
        ? { ...line, from, to }
        : { ...before, id: key, plugs: { from: '', to: '' }, leads: [...before.leads, ...line.leads] },
    );
  }
  return { ...graph, boxes: [...boxes.values()], lines: [...lines.values()] };
}

/**
 * Places are folded, those with the most units first, until what is left fits.
 *
 * @param fits whether names can be read when the whole graph is seen
 */
export function foldedUntil(graph: Graph, folds: readonly Fold[], fits: (graph: Graph) => boolean): Fold[] {
  const chosen: Fold[] = [];
  const left = [...folds].sort((one, other) => other.units.length - one.units.length);
  while (left.length > 0 && !fits(foldedGraph(graph, chosen))) {
    chosen.push(...left.splice(0, 1));
  }
  return chosen;
}
