import { expect, it } from 'vitest';
import type { Chart, Rig } from '../api/types';
import { addLead } from './leads';
import { pin, setting } from './settings';
import { addUnit, freeName, removeUnit, renamedUnit, renameUnit } from './units';
import { layout } from '../rigs/layout';

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
  const laid = layout(rig);
  const column = (name: string) => laid.places.get(name)?.column ?? -1;
  expect(column('keys')).toBeLessThan(column('post'));
  expect(column('brine_echo')).toBeGreaterThan(column('post'));
  const places = [...laid.places.values()].map((place) => `${place.column} ${place.row}`);
  expect(new Set(places).size).toBe(places.length);
});
