import type { Parameter } from '../../api/types';
import { without } from '../../model/without';
import { each, optional, textColumn, wholeColumn, wordColumn } from './columns';
import { ENDS, messageOf, messageText, OF_MESSAGE, type Message } from './message';
import { freeTitle, whole, type Column, type Table } from './table';

/** Something of the message; nothing where there is none. */
const ofMessage = (column: Column<Message>): Column<Parameter> => ({
  ...column,
  read: ({ message: known }) => (known === undefined ? '' : column.read(known)),
  write: (parameter, text) =>
    parameter.message === undefined
      ? parameter
      : { ...parameter, message: column.write(parameter.message, text) },
});

/** The columns of the table. An empty cell is unknown; "-" is none, so that only hands reach it. */
export const COLUMNS: readonly Column<Parameter>[] = [
  {
    title: 'Name',
    isNumber: false,
    read: (parameter) => parameter.name,
    write: (parameter, text) => (text.trim() === '' ? parameter : { ...parameter, name: text.trim() }),
  },
  {
    title: 'Group',
    isNumber: false,
    read: (parameter) => parameter.family ?? '',
    write: (parameter, text) =>
      text.trim() === '' ? without(parameter, 'family') : { ...parameter, family: text.trim() },
  },
  {
    title: 'Message',
    isNumber: false,
    read: (parameter) =>
      parameter.reach === 'hand'
        ? '-'
        : parameter.message === undefined
          ? ''
          : messageText(parameter.message),
    write: (parameter, text) => message(parameter, text.trim()),
  },
  {
    title: 'Lowest',
    isNumber: true,
    read: (parameter) => String(parameter.raw[0]),
    write: (parameter, text) => {
      const low = whole(text);
      return low === null || low > parameter.raw[1]
        ? parameter
        : { ...parameter, raw: [low, parameter.raw[1]] };
    },
  },
  {
    title: 'Highest',
    isNumber: true,
    read: (parameter) => String(parameter.raw[1]),
    write: (parameter, text) => {
      const high = whole(text);
      return high === null || high < parameter.raw[0]
        ? parameter
        : { ...parameter, raw: [parameter.raw[0], high] };
    },
  },
  {
    title: 'Default',
    isNumber: true,
    read: (parameter) => String(parameter.rest ?? ''),
    write: (parameter, text) => {
      const rest = whole(text);
      return text.trim() === ''
        ? without(parameter, 'rest')
        : rest === null || rest < parameter.raw[0] || rest > parameter.raw[1]
          ? parameter
          : { ...parameter, rest };
    },
  },
  {
    title: 'Unit',
    isNumber: false,
    read: (parameter) => parameter.unit ?? '',
    write: (parameter, text) =>
      text.trim() === '' ? without(parameter, 'unit') : { ...parameter, unit: text.trim() },
  },
  {
    title: 'Stored',
    isNumber: false,
    read: (parameter) => (parameter.stored === undefined ? '' : parameter.stored ? 'yes' : 'no'),
    write: (parameter, text) =>
      /^(yes|y|x)$/i.test(text.trim())
        ? { ...parameter, stored: true }
        : /^(no|n)$/i.test(text.trim())
          ? { ...parameter, stored: false }
          : without(parameter, 'stored'),
  },
  optional<Parameter, 'named'>(
    'Values with names',
    'named',
    (named) =>
      named
        .map(
          ({ name, from, to, send }) =>
            `${from === to ? from : `${from}..${to}`} = ${name}${send === from ? '' : ` > ${send}`}`,
        )
        .join(', '),
    (text) =>
      each(text, (part) => {
        const [, from, to, name, send] =
          /^(-?\d+)(?:\.\.(-?\d+))?\s*=\s*([^>]+?)(?:\s*>\s*(-?\d+))?$/.exec(part) ?? [];
        return from === undefined || name === undefined || Number(to ?? from) < Number(from)
          ? null
          : { name, from: Number(from), to: Number(to ?? from), send: Number(send ?? from) };
      }),
    { isWide: true },
  ),
  optional<Parameter, 'shown'>(
    'What it shows',
    'shown',
    (shown) => shown.map(([raw, number]) => `${raw} = ${number}`).join(', '),
    (text) =>
      each(text, (part): [number, number] | null => {
        const [, raw, number] = /^(-?\d+)\s*=\s*(-?\d+(?:\.\d+)?)$/.exec(part) ?? [];
        return raw === undefined || number === undefined ? null : [Number(raw), Number(number)];
      }),
    { isWide: true },
  ),
  wordColumn('Between', 'between', ['linear', 'steps']),
  wordColumn('Behaves', 'behaviour', ['absolute', 'toggles', 'triggers', 'relative']),
  wholeColumn('Centre', 'centre', -8192, 16383),
  textColumn('Part', 'part'),
  wordColumn('Depends on', 'dependsOn', ['page', 'program']),
  wordColumn('Assigned by', 'assign', ['fixed', 'menu', 'editor', 'learn']),
  ...[...OF_MESSAGE, ...ENDS].map(ofMessage),
  textColumn('Remark', 'note'),
];

function message(parameter: Parameter, text: string): Parameter {
  if (text === '') {
    return { ...without(parameter, 'message'), reach: 'midi' };
  }
  if (text === '-') {
    return { ...without(parameter, 'message'), reach: 'hand' };
  }
  const known = messageOf(text, parameter.message);
  return known === null ? parameter : { ...parameter, reach: 'midi', message: known };
}

export const PARAMETERS: Table<Parameter> = {
  title: 'Parameters',
  what: 'parameter',
  columns: COLUMNS,
  rows: (chart) => chart.parameters ?? [],
  put: (chart, parameters) => ({ ...chart, parameters }),
  blank: (rows) => ({ name: freeTitle('Parameter', rows), reach: 'midi', raw: [0, 127] }),
};
