import { expect, it } from 'vitest';
import type { Chart, Rig } from '../api/types';
import { addLead } from './leads';
import { pin, setting } from './settings';
import { addUnit, freeName, removeUnit, renamedUnit, renameUnit } from './units';
import { said } from './intents';
import { graphOf } from '../rigs/picture/graph';
import { layout } from '../rigs/picture/layout';

const chart: Chart = {
  schema: 1,
  name: 'Brine echo',
  sort: 'effect',
  plugs: [{ id: 'in', label: 'MIDI in', connector: 'din5', uses: [{ way: 'in', carries: 'midi' }] }],
};
const empty: Rig = { schema: 1, name: 'Rig', charts: {}, units: [], leads: [] };
const one = addUnit(empty, chart, 'c1', 3);

it('gives units names that rules can write, each once', () => {
  expect(one.units[0]).toMatchObject({ name: 'brine_echo', chart: { id: 'c1', revision: 3 } });
  expect(addUnit(one, chart, 'c1', 4).units.map((unit) => [unit.name, unit.chart.revision])).toEqual([
    ['brine_echo', 4],
    ['brine_echo_2', 4],
  ]);
  expect(freeName(empty, '12 Ton!')).toBe('ton');
  expect(freeName(empty, 'Post')).toBe('post_2');
});

it('renames a unit in its leads, and takes them out with it', () => {
  const led = addLead(one, { unit: 'post', plug: 'boxes' }, { unit: 'brine_echo', plug: 'in' });
  expect(led.leads?.[0]).toMatchObject({
    id: 'post to brine_echo',
    parts: [{ what: 'cable', map: 'straight' }],
  });
  expect(renameUnit(led, 'brine_echo', 'brine').leads?.[0]?.b.unit).toBe('brine');
  expect(removeUnit(led, 'brine_echo').leads).toEqual([]);
});

it('pins what was chosen by hand, until the plan says otherwise', () => {
  const pinned = setting(one, 'brine_echo', 'channel', 5, true);
  expect(pinned.units[0]?.settings?.['channel']).toEqual({ value: 5, state: 'planned', pinned: true });
  expect(pin(setting(one, 'brine_echo', 'channel', 5), 'brine_echo', 'channel', 5, true)).toEqual(pinned);
  expect(setting(pinned, 'brine_echo', 'channel', 6).units[0]?.settings?.['channel']).toEqual({
    value: 6,
    state: 'planned',
  });
});

it('knows a renaming, and its undoing, from other changes', () => {
  const two = addUnit(one, chart, 'c1', 3);
  const other = renameUnit(two, 'brine_echo', 'brine');
  expect(renamedUnit(two, other)).toEqual({ from: 'brine_echo', to: 'brine' });
  expect(renamedUnit(other, two)).toEqual({ from: 'brine', to: 'brine_echo' });
  expect(renamedUnit(one, two)).toBeNull();
  expect(renamedUnit(two, removeUnit(two, 'brine_echo'))).toBeNull();
  expect(renamedUnit(two, setting(two, 'brine_echo', 'channel', 5))).toBeNull();
});

it('plans a setting', () => {
  expect(setting(one, 'brine_echo', 'channel', 5).units[0]?.settings?.['channel']).toEqual({
    value: 5,
    state: 'planned',
  });
});

it('puts senders left of the post, receivers right of it, and every unit at a place of its own', () => {
  const keys: Chart = { ...chart, name: 'Keys', sort: 'controller' };
  let rig = addUnit(one, keys, 'c2', 1);
  rig = addLead(rig, { unit: 'keys', plug: 'in' }, { unit: 'post', plug: 'keys' });
  rig = addLead(rig, { unit: 'post', plug: 'boxes' }, { unit: 'brine_echo', plug: 'in' });
  for (let count = 0; count < 38; count += 1) {
    rig = addUnit(rig, chart, 'c1', 1);
  }
  const laid = layout(graphOf(rig));
  const column = (name: string) => laid.places.get(name)?.column ?? -1;
  expect(column('keys')).toBeLessThan(column('post'));
  expect(column('brine_echo')).toBeGreaterThan(column('post'));
  const places = [...laid.places.values()].map((place) => `${place.column} ${place.row}`);
  expect(new Set(places).size).toBe(places.length);
});

it('draws a rig without a post from its senders to its hearers, each lead straight across', () => {
  const board: Chart = {
    ...chart,
    name: 'Board',
    sort: 'effect',
    plugs: [
      { id: 'one', label: 'One', connector: 'din5', uses: [{ way: 'out', carries: 'midi' }] },
      { id: 'two', label: 'Two', connector: 'din5', uses: [{ way: 'out', carries: 'midi' }] },
    ],
  };
  const thru: Chart = {
    ...chart,
    name: 'First',
    plugs: [
      ...(chart.plugs ?? []),
      { id: 'thru', label: 'Thru', connector: 'din5', uses: [{ way: 'out', carries: 'midi' }] },
    ],
  };
  let rig = addUnit(one, thru, 'c3', 1);
  rig = addUnit(rig, board, 'c2', 1);
  rig = addUnit(rig, chart, 'c1', 1);
  // One lead is laid from the hearing end.
  rig = addLead(rig, { unit: 'first', plug: 'in' }, { unit: 'board', plug: 'one' });
  rig = addLead(rig, { unit: 'first', plug: 'thru' }, { unit: 'brine_echo', plug: 'in' });
  rig = addLead(rig, { unit: 'board', plug: 'two' }, { unit: 'brine_echo_2', plug: 'in' });
  const laid = layout(graphOf(rig));
  const at = (name: string) => [laid.places.get(name)?.column, laid.places.get(name)?.row];
  expect(laid.places.has('post')).toBe(false);
  expect([at('board'), at('first'), at('brine_echo')]).toEqual([
    [0, 0],
    [1, 0],
    [2, 0],
  ]);
  expect(at('brine_echo_2')).toEqual([1, 1]);
});

it('keeps what is said of two units with their names, and takes it out with them', () => {
  const two = addUnit(one, chart, 'c1', 3);
  const pair = { from: 'brine_echo', to: 'brine_echo_2' };
  const at = new Date(0);
  const both = said(two, pair, ['notes', 'controls'], 'plays', at, 'Ada');
  expect(both.intents).toEqual([
    { ...pair, of: ['notes', 'controls'], means: 'plays', at: '1970-01-01T00:00:00.000Z', by: 'Ada' },
  ]);
  const apart = said(both, pair, ['controls'], 'keeps out', at, '');
  expect(apart.intents?.map((intent) => [intent.means, intent.of])).toEqual([
    ['plays', ['notes']],
    ['keeps out', ['controls']],
  ]);
  expect(said(apart, pair, ['notes', 'controls'], null, at, '').intents).toEqual([]);
  expect(renameUnit(apart, 'brine_echo', 'brine').intents?.[0]?.from).toBe('brine');
  expect(removeUnit(apart, 'brine_echo_2').intents).toEqual([]);
});

it('takes a unit that is removed out of those that play together', () => {
  const two = addUnit(one, chart, 'c1', 3);
  const together: Rig = {
    ...two,
    units: two.units.map((unit) =>
      unit.name === 'brine_echo' ? { ...unit, playsWith: ['brine_echo_2'] } : unit,
    ),
  };
  expect(removeUnit(together, 'brine_echo_2').units[0]?.playsWith).toEqual([]);
});
