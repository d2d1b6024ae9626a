import type { ChartControl } from '../../api/types';
import { without } from '../../model/without';
import { textColumn, wholeColumn, wordColumn } from './columns';
import { LIGHTS } from './lights';
import { ENDS, messageOf, messageText } from './message';
import { freeTitle, oneOf, whole, type Column, type Table } from './table';

const SORTS = [
  'key',
  'pad',
  'switch',
  'fader',
  'knob',
  'encoder',
  'pedal',
  'wheel',
  'axis',
  'surface',
] as const;
type Sends = NonNullable<ChartControl['sends']>[number];

const isPressed = (control: ChartControl) => ['key', 'pad', 'switch'].includes(control.sort);
const first = (control: ChartControl): Sends | undefined => control.sends?.[0];

/** The control with another first message; what it sends by other gestures stays. */
function sending(control: ChartControl, message: Sends['message']): ChartControl {
  const gesture = first(control)?.gesture ?? (isPressed(control) ? 'press' : 'move');
  return { ...control, sends: [{ gesture, message }, ...(control.sends ?? []).slice(1)] };
}

function at(control: ChartControl, which: 0 | 1, text: string): ChartControl {
  const value = whole(text);
  if (text.trim() === '') {
    return without(control, 'at');
  }
  const [row, column] = control.at ?? [0, 0];
  return value === null || value < 1 || value > 200
    ? control
    : { ...control, at: which === 0 ? [value - 1, column] : [row, value - 1] };
}

const COLUMNS: readonly Column<ChartControl>[] = [
  {
    title: 'Name',
    isNumber: false,
    read: (control) => control.name,
    write: (control, text) => (text.trim() === '' ? control : { ...control, name: text.trim() }),
  },
  {
    title: 'What it is',
    isNumber: false,
    read: (control) => control.sort,
    write: (control, text) => ({ ...control, sort: oneOf(SORTS, text) ?? control.sort }),
  },
  {
    title: 'Layer',
    isNumber: false,
    read: (control) => control.layer ?? '',
    write: (control, text) =>
      text.trim() === '' ? without(control, 'layer') : { ...control, layer: text.trim() },
  },
  {
    title: 'Row',
    isNumber: true,
    read: (control) => (control.at === undefined ? '' : String(control.at[0] + 1)),
    write: (control, text) => at(control, 0, text),
  },
  {
    title: 'Column',
    isNumber: true,
    read: (control) => (control.at === undefined ? '' : String(control.at[1] + 1)),
    write: (control, text) => at(control, 1, text),
  },
  {
    title: 'Sends',
    isNumber: false,
    read: (control) => {
      const message = first(control)?.message;
      return message === undefined ? '' : messageText(message);
    },
    write: (control, text) => {
      if (text.trim() === '') {
        return without(control, 'sends');
      }
      const message = messageOf(text, first(control)?.message);
      return message === null ? control : sending(control, message);
    },
  },
  ...ENDS.map((column): Column<ChartControl> => ({
    ...column,
    read: (control) => {
      const message = first(control)?.message;
      return message === undefined ? '' : column.read(message);
    },
    write: (control, text) => {
      const message = first(control)?.message;
      return message === undefined ? control : sending(control, column.write(message, text));
    },
  })),
  {
    title: 'Latching',
    isNumber: false,
    read: (control) => (control.latching === undefined ? '' : control.latching ? 'yes' : 'no'),
    write: (control, text) => {
      const said = oneOf(['yes', 'no'], text);
      return said === null ? without(control, 'latching') : { ...control, latching: said === 'yes' };
    },
  },
  ...LIGHTS,
  textColumn('Bank', 'bank'),
  wholeColumn('A second', 'perSecond', 0, 100_000),
  wordColumn('Encoding', 'encoding', ['absolute', 'twos complement', 'offset 64', 'sign bit']),
  wordColumn('Assigned by', 'assign', ['fixed', 'menu', 'editor', 'learn']),
];

export const CONTROLS: Table<ChartControl> = {
  title: 'Controls',
  what: 'control',
  columns: COLUMNS,
  rows: (chart) => chart.surface?.controls ?? [],
  put: (chart, controls) => ({ ...chart, surface: { ...chart.surface, controls } }),
  blank: (rows) => ({ name: freeTitle('Control', rows), sort: rows.at(-1)?.sort ?? 'switch' }),
};
