import { POST, type Graph } from './graph';
import { layout, type Layout, type Place } from './layout';

export const BOX = { width: 128, height: 46 };
export const NAME_PX = 15;
/** Names are read from this size on, in pixels of the screen. */
export const READABLE_PX = 11;
const EDGE = 12;
/** For the name of the post, above the first of its sockets. */
const HEAD = 26;
const GAP = { x: 74, least: 14, most: 40 };
/** Between columns where there are few, so that what is said of a lead stands beside names. */
const WIDE_GAP = 150;

export interface Point {
  x: number;
  y: number;
}

export interface Size {
  width: number;
  height: number;
}

/** A graph laid out: where each box is, in units of the picture. */
export interface Laid extends Size {
  layout: Layout;
  gap: Point;
  at: (place: Place) => Point;
  postHeight: number;
}

/** Lays a graph out for a frame: rows stand apart as far as there is room. */
export function laidOut(graph: Graph, frame: Size): Laid {
  const found = layout(graph);
  const gapX = found.columns < 4 ? WIDE_GAP : GAP.x;
  const head = graph.hasPost ? HEAD : 0;
  const width = found.columns * (BOX.width + gapX) - gapX + 2 * EDGE;
  const room = (width * frame.height) / Math.max(1, frame.width) - 2 * EDGE - head;
  const wanted = found.rows < 2 ? GAP.least : (room - found.rows * BOX.height) / (found.rows - 1);
  const gapY = Math.max(GAP.least, Math.min(GAP.most, wanted));
  const row = BOX.height + gapY;
  return {
    layout: found,
    width,
    height: head + found.rows * row - gapY + 2 * EDGE,
    gap: { x: gapX, y: gapY },
    at: (place) => ({
      x: EDGE + place.column * (BOX.width + gapX),
      y: place.name === POST ? EDGE : EDGE + head + place.row * row,
    }),
    postHeight: head + Math.max(BOX.height, found.span * row - gapY),
  };
}

/** How large a unit of the picture is when all of it is seen. */
export const fitting = (laid: Size, frame: Size): number =>
  Math.max(
    0.05,
    Math.min(1.5, frame.width / Math.max(1, laid.width), frame.height / Math.max(1, laid.height)),
  );

/** Whether names can be read when all of it is seen. */
export const isReadable = (graph: Graph, frame: Size): boolean =>
  fitting(laidOut(graph, frame), frame) * NAME_PX >= READABLE_PX;
