import { expect, test } from 'vitest';
import type { Rig, Sheets } from '../api/types';
import { isPressed, surfaces } from './surface';

const rig = {
  units: [
    { name: 'board', chart: { id: 'b', revision: 1 }, labels: { Two: { text: 'Storm', colour: 'red' } } },
    { name: 'synth', chart: { id: 's', revision: 1 } },
  ],
  charts: {
    b: {
      revision: 1,
      chart: {
        surface: {
          controls: [
            { name: 'One', sort: 'switch', at: [0, 0] },
            { name: 'Two', sort: 'switch', at: [0, 3] },
            { name: 'Low', sort: 'fader', layer: 'B' },
          ],
        },
      },
    },
    s: { revision: 1, chart: {} },
  },
} as unknown as Rig;

const sheets = { uses: [{ unit: 'board', control: 'Two', does: ['panic'] }] } as unknown as Sheets;

test('controls stand in their layers, with what they do and what is written on them', () => {
  const [board, ...rest] = surfaces(rig, sheets);
  expect(rest).toEqual([]);
  expect(board?.layers.map((each) => [each.layer, each.columns, each.controls.length])).toEqual([
    [null, 4, 2],
    ['B', 1, 1],
  ]);
  const two = board?.layers[0]?.controls[1];
  expect([two?.label, two?.colour, two?.uses.length]).toEqual(['Storm', 'red', 1]);
});

test('a label that is too long for its display is cut as the display cuts it', () => {
  const shown = (display: unknown, text: string) =>
    surfaces(
      {
        units: [{ name: 'board', chart: { id: 'b', revision: 1 }, labels: { One: { text } } }],
        charts: {
          b: { revision: 1, chart: { surface: { controls: [{ name: 'One', sort: 'switch', display }] } } },
        },
      } as unknown as Rig,
      { uses: [] } as unknown as Sheets,
    )[0]?.layers[0]?.controls[0]?.shown;
  expect(shown({ characters: 4, lines: 1 }, 'Harbour')).toBe('Harb');
  expect(shown({ characters: 4, lines: 2 }, 'Harbour')).toBeNull();
  expect(shown({ characters: 4, lines: 1 }, 'Hü→a')).toBeNull();
  expect(shown(undefined, 'A very long label indeed')).toBeNull();
});

test('a switch is pressed, a fader is moved', () => {
  expect([isPressed({ sort: 'pad' }), isPressed({ sort: 'fader' })]).toEqual([true, false]);
});
