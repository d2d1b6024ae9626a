import { expect, it, test } from 'vitest';
import type { Rig } from '../../api/types';
import { beside, drawnLines } from './drawn';
import { foldedGraph, foldedUntil, foldsOf } from './folds';
import { channelOf, graphOf, POST } from './graph';
import { standsLeft } from './layout';
import { BOX, fitting, isReadable, laidOut, NAME_PX, READABLE_PX } from './measures';
import { called, stepped, type At } from './walk';

const FRAME = { width: 740, height: 640 };

const din = (id: string, way: 'in' | 'out') => ({
  id,
  label: id.toUpperCase(),
  connector: 'din5',
  uses: [{ way, carries: 'midi' }],
});

/** A rig of so many units: a third send, the rest hear, in chains of two or, where there are many, four, on places of about seven units. */
function rigOf(count: number): Rig {
  const senders = Math.max(1, Math.floor(count / 3));
  const names = Array.from({ length: count }, (_, index) => `unit${index}`);
  return {
    schema: 1,
    name: 'Any',
    charts: {
      sends: {
        revision: 1,
        chart: {
          schema: 1,
          name: 'Sender',
          sort: 'controller',
          settings: [],
          plugs: [din('out', 'out')],
          sends: [{ at: ['out'], channel: { setting: 'tx' } }],
        },
      },
      hears: {
        revision: 1,
        chart: {
          schema: 1,
          name: 'Hearer',
          sort: 'synth',
          settings: [],
          plugs: [din('in', 'in'), din('thru', 'out')],
          hears: [{ id: 'all', at: ['in'], channel: 7 }],
        },
      },
    },
    units: names.map((name, index) => ({
      name,
      label: `Box ${index}`,
      chart: { id: index < senders ? 'sends' : 'hears', revision: 1 },
      place: `place ${index % Math.max(1, Math.floor(count / 7))}`,
      settings: index % 2 === 0 ? { tx: { value: 1 + (index % 16) } } : {},
    })),
    leads: names.map((name, index) => {
      const place = index - senders;
      return index < senders
        ? { id: `lead ${index}`, a: { unit: name, plug: 'out' }, b: { unit: 'post', plug: name }, parts: [] }
        : {
            id: `lead ${index}`,
            a:
              place % (count > 19 ? 4 : 2) === 0
                ? { unit: 'post', plug: name }
                : { unit: `unit${index - 1}`, plug: 'thru' },
            b: { unit: name, plug: 'in' },
            parts: [],
          };
    }),
  } as unknown as Rig;
}

const graphs = (count: number) => {
  const whole = graphOf(rigOf(count));
  const folds = foldsOf(whole, (box) => (standsLeft(whole, box) ? 'left' : 'right'));
  const shut = foldedUntil(whole, folds, (some) => isReadable(some, FRAME));
  return { whole, folds, shut, graph: foldedGraph(whole, shut) };
};

test.each([5, 19, 60, 200])('of %i units the names can be read, and none is lost', (count) => {
  const { whole, folds, shut, graph } = graphs(count);
  const laid = laidOut(graph, FRAME);
  expect(fitting(laid, FRAME) * NAME_PX >= READABLE_PX || shut.length === folds.length).toBe(true);
  expect(graph.boxes.reduce((sum, box) => sum + (box.units?.length ?? 1), 0)).toBe(count);
  // Each lead is drawn once, or lies within a folded place.
  const within = whole.lines.filter((line) =>
    shut.some((fold) => fold.units.includes(line.from) && fold.units.includes(line.to)),
  );
  expect(graph.lines.reduce((sum, line) => sum + line.leads.length, 0) + within.length).toBe(count);
  if (count <= 19) {
    expect(shut).toEqual([]);
  }
});

test.each([5, 19, 60, 200])('of %i units what is said of leads lies over no box', (count) => {
  const { graph } = graphs(count);
  const laid = laidOut(graph, FRAME);
  const boxes = [...laid.layout.places.values()].map((place) => ({
    ...laid.at(place),
    height: place.name === POST ? laid.postHeight : BOX.height,
  }));
  for (const drawn of drawnLines(graph.lines, laid)) {
    const isAcross = drawn.from.x !== drawn.to.x;
    const { x, y } = beside(drawn, laid.gap.x);
    const half = Math.min(38, laid.gap.x / 2 + 1);
    const over = boxes.filter(
      (box) =>
        x + half - 2 > box.x &&
        x - half + 2 < box.x + BOX.width &&
        y + 10 > box.y &&
        y - 10 < box.y + box.height,
    );
    expect(isAcross ? over : [], drawn.line.id).toEqual([]);
  }
});

test.each([5, 19, 60])('of %i units every box and every lead is reached by arrows', (count) => {
  const { graph } = graphs(count);
  const laid = laidOut(graph, FRAME);
  const lines = drawnLines(graph.lines, laid);
  const key = ({ what, name }: At) => `${what} ${name}`;
  const first: At = { what: 'box', name: graph.boxes[0]?.name ?? '' };
  const reached = new Set([key(first)]);
  const queue = [first];
  for (const at of queue) {
    for (const arrow of ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']) {
      const next = stepped(at, arrow, laid.layout, lines);
      if (next !== null && !reached.has(key(next))) {
        reached.add(key(next));
        queue.push(next);
      }
    }
  }
  const all = [
    ...graph.boxes.map((box) => `box ${box.name}`),
    ...graph.lines.map((line) => `line ${line.id}`),
  ];
  expect(all.filter((each) => !reached.has(each))).toEqual([]);
});

it('letters find a box, and the same letter goes on to the next', () => {
  const boxes = ['Bell', 'Anchor', 'Buoy', 'Bow'].map((label) => ({ name: label.toLowerCase(), label }));
  expect(called('b', boxes, '')).toBe('bell');
  expect(called('b', boxes, 'bell')).toBe('buoy');
  expect(called('b', boxes, 'bow')).toBe('bell');
  expect(called('bo', boxes, 'bow')).toBe('bow');
  expect(called('x', boxes, 'bow')).toBeNull();
});

it('says the channel of a unit, and that it is not known', () => {
  const rig = rigOf(6);
  expect(['unit0', 'unit1', 'unit5', 'nobody'].map((name) => channelOf(rig, name))).toEqual([
    'channel 1',
    'channel ?',
    'channel 7',
    '',
  ]);
});
