import { expect, it } from 'vitest';
import type { Chart, Rig } from '../api/types';
import { coloured, labelled, pastedLabels, together, written } from './about';
import { addUnit } from './units';

const chart: Chart = { schema: 1, name: 'Board', sort: 'controller' };
const empty: Rig = { schema: 1, name: 'Rig', charts: {}, units: [], leads: [] };
const two = addUnit(addUnit(empty, chart, 'c1', 1), chart, 'c1', 1);
const board = (rig: Rig) => rig.units[0];

it('writes down what is typed, and takes out what is emptied: that is unknown then', () => {
  const known = written(two, 'board', 'serial', 'SN 7');
  expect(board(known)?.serial).toBe('SN 7');
  expect(board(written(known, 'board', 'serial', ''))).not.toHaveProperty('serial');
  expect(known.units[1]).toEqual(two.units[1]);
});

it('brings a swatch with a word that it knows, and keeps the one that was chosen else', () => {
  expect(board(coloured(two, 'board', 'Amber'))?.colour).toEqual({ word: 'Amber', hex: '#ffb000' });
  const own = coloured(two, 'board', 'rust', '#aa5533');
  expect(board(coloured(own, 'board', 'rusty'))?.colour).toEqual({ word: 'rusty', hex: '#aa5533' });
  expect(board(coloured(own, 'board', ''))).not.toHaveProperty('colour');
});

it('puts units together once, and apart again', () => {
  const once = together(together(two, 'board', 'board_2', true), 'board', 'board_2', true);
  expect(board(once)?.playsWith).toEqual(['board_2']);
  expect(board(together(once, 'board', 'board_2', false))?.playsWith).toEqual([]);
});

it('pastes a column of labels from one control on, with colours where there is a second', () => {
  const controls = ['One', 'Two', 'Three'];
  const pasted = pastedLabels(two, 'board', controls, 1, 'Dry\tgreen\r\nWet\r\nbeyond\n');
  expect(board(pasted)?.labels).toEqual({
    Two: { text: 'Dry', colour: 'green' },
    Three: { text: 'Wet' },
  });
  const emptied = labelled(labelled(pasted, 'board', 'Two', 'text', ''), 'board', 'Two', 'colour', '');
  expect(board(emptied)?.labels).toEqual({ Three: { text: 'Wet' } });
  // An empty cell takes a label out.
  expect(board(pastedLabels(pasted, 'board', controls, 1, '\nDeep'))?.labels).toEqual({
    Two: { colour: 'green' },
    Three: { text: 'Deep' },
  });
});
