import { without } from '../../model/without';
import { BEATS } from './beats';
import { listed } from './cells';
import { fact, shownSwitch, shownYesNo, switched, within, yesNo, type Fact } from './fact';
import { NUMBERING } from './numbering';
import { oneOf, type Table } from './table';

const SORTS = [
  'controller',
  'synth',
  'effect',
  'host',
  'hub',
  'desk',
  'lamp',
  'clock box',
  'supply',
  'passive',
  'other',
] as const;
const HAZARDS = [
  'level',
  'strobe',
  'laser',
  'flame',
  'pyrotechnics',
  'moving scenery',
  'hoist',
  'mains',
] as const;

const MIDDLES = ['C3', 'C4', 'C5'] as const;

export const ALL_FACTS: readonly Fact[] = [
  {
    title: 'What it is',
    hint: SORTS.join(', '),
    read: (chart) => chart.sort,
    write: (chart, text) => ({ ...chart, sort: oneOf(SORTS, text) ?? chart.sort }),
  },
  {
    title: 'Smallest firmware',
    hint: 'as the box shows it',
    read: (chart) => chart.firmwareMin ?? '',
    write: (chart, text) =>
      text.trim() === '' ? without(chart, 'firmwareMin') : { ...chart, firmwareMin: text.trim() },
  },
  {
    title: 'Hazards',
    hint: `- for none; ${HAZARDS.join(', ')}`,
    read: ({ hazards }) => (hazards?.length === 0 ? '-' : (hazards ?? []).join(', ')),
    write: (chart, text) => {
      const words = listed(text).map((word) => oneOf(HAZARDS, word));
      const known = words.filter((word) => word !== null);
      return text.trim() === ''
        ? without(chart, 'hazards')
        : text.trim() === '-'
          ? { ...chart, hazards: [] }
          : known.length === words.length
            ? { ...chart, hazards: known }
            : chart;
    },
  },
  fact('keys', 'low', 'Lowest key', '0 to 127', String, within(0, 127)),
  fact('keys', 'high', 'Highest key', '0 to 127', String, within(0, 127)),
  fact(
    'keys',
    'key60',
    'Key 60 is called',
    'C3, C4 or C5',
    String,
    (text) => MIDDLES.find((word) => word.toLowerCase() === text.trim().toLowerCase()) ?? null,
  ),
  fact('keys', 'voices', 'Voices', 'how many sound at once', String, within(1, 1024)),
  fact('keys', 'ignoresRelease', 'Ignores the release', 'yes or no', shownYesNo, yesNo),
  ...NUMBERING,
  fact('clock', 'sends', 'Sends clock', 'yes, no, or by and a setting', shownSwitch, switched),
  fact('clock', 'obeys', 'Follows clock', 'yes, no, or by and a setting', shownSwitch, switched),
  fact('clock', 'startStop', 'Obeys start and stop', 'yes or no', shownYesNo, yesNo),
  fact(
    'clock',
    'bpm',
    'Tempo',
    'slowest to fastest, such as 40 to 240',
    ([low, high]) => `${low} to ${high}`,
    (text): [number, number] | null => {
      const [, low, high] = /^(\d+(?:\.\d+)?)\s*(?:\.\.|to|-|–)\s*(\d+(?:\.\d+)?)$/.exec(text.trim()) ?? [];
      return low === undefined || Number(low) > Number(high) ? null : [Number(low), Number(high)];
    },
  ),
  ...BEATS,
  {
    title: 'Width of a control',
    hint: 'millimetres from one to the next, for label strips',
    read: (chart) => String(chart.surface?.pitchMm ?? ''),
    write: (chart, text) => {
      const surface = chart.surface ?? { controls: [] };
      const pitchMm = Number(text.trim().replace(',', '.'));
      return text.trim() === ''
        ? chart.surface === undefined
          ? chart
          : { ...chart, surface: without(surface, 'pitchMm') }
        : Number.isFinite(pitchMm) && pitchMm >= 1 && pitchMm <= 500
          ? { ...chart, surface: { ...surface, pitchMm } }
          : chart;
    },
  },
];

interface FactRow {
  fact: Fact;
  text: string;
}

/** Facts that there is one of each: what it is, its keys, how its programs are numbered, its clock. */
export const FACTS: Table<FactRow> = {
  title: 'Facts',
  what: 'fact',
  isFixed: true,
  columns: [
    {
      title: 'Fact',
      isNumber: false,
      isFixed: true,
      read: ({ fact: { title } }) => title,
      write: (row) => row,
    },
    {
      title: 'Known',
      empty: 'unknown',
      isNumber: false,
      isWide: true,
      read: ({ text }) => text,
      write: (row, text) => ({ ...row, text }),
    },
    {
      title: 'What can stand there',
      isNumber: false,
      isFixed: true,
      read: ({ fact: { hint } }) => hint,
      write: (row) => row,
    },
  ],
  rows: (chart) => ALL_FACTS.map((each) => ({ fact: each, text: each.read(chart) })),
  put: (chart, rows) =>
    rows.reduce(
      (known, { fact: each, text }) => (each.read(known) === text ? known : each.write(known, text)),
      chart,
    ),
  blank: () => {
    throw new Error('there are as many facts as there are');
  },
};
