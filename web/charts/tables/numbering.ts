import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { listed } from './cells';
import { EMPTY, fact, shownYesNo, within, yesNo, type Fact, type Of } from './fact';
import { oneOf, whole } from './table';

/** The pattern that makes what a device shows of a program. */
const pattern = (
  title: string,
  hint: string,
  show: (pattern: NonNullable<Of<'programs'>['shown']>) => string,
  edit: (
    known: NonNullable<Of<'programs'>['shown']>,
    text: string,
  ) => NonNullable<Of<'programs'>['shown']> | null,
): Fact => ({
  title,
  hint,
  read: (chart) => (chart.programs?.shown === undefined ? '' : show(chart.programs.shown)),
  write: (chart, text) => {
    const programs = chart.programs ?? EMPTY.programs;
    const shown = edit(programs.shown ?? { pattern: '{slot}', firstSlot: 1, size: programs.count }, text);
    return shown === null ? chart : { ...chart, programs: { ...programs, shown } };
  },
});

type Wire = Extract<NonNullable<Of<'programs'>['wire']>, { perBank: number }>;

const wire = (field: 'perBank' | 'msb' | 'lsb' | 'first', title: string, hint: string): Fact => {
  const of = (chart: Chart): Wire | null => {
    const known = chart.programs?.wire ?? { perBank: 128, msb: 'none', lsb: 'none' };
    return 'perBank' in known ? known : null;
  };
  return {
    title,
    hint,
    read: (chart) =>
      chart.programs?.wire === undefined
        ? ''
        : of(chart) === null
          ? 'by a list of its own'
          : String(of(chart)?.[field] ?? ''),
    write: (chart, text) => {
      const known = of(chart);
      const typed = text.trim().toLowerCase();
      const number =
        (field === 'msb' || field === 'lsb') && (typed === 'none' || typed === 'bank')
          ? typed
          : within(field === 'perBank' ? 1 : 0, field === 'perBank' ? 128 : 127)(text);
      return known === null || number === null
        ? chart
        : {
            ...chart,
            programs: { ...(chart.programs ?? EMPTY.programs), wire: { ...known, [field]: number } },
          };
    },
  };
};

/** How many programs there are, what the device shows of them, and which bytes call them. */
export const NUMBERING: readonly Fact[] = [
  fact('programs', 'count', 'Programs', 'how many', String, within(1, 1_000_000)),
  pattern(
    'Shown as',
    '{number}, or {bank} and {slot}, such as {bank}{slot}',
    ({ pattern: words }) => words,
    (known, text) => (/\{(slot|number)\}/.test(text) ? { ...known, pattern: text.trim() } : null),
  ),
  pattern(
    'Banks are called',
    'A, B, C … or the first number',
    ({ bankLabels, firstBank }) => bankLabels?.join(', ') ?? String(firstBank ?? ''),
    (known, text) => {
      const number = whole(text);
      const rest = without(without(known, 'bankLabels'), 'firstBank');
      return text.trim() === ''
        ? rest
        : number === null
          ? { ...without(known, 'bankLabels'), bankLabels: listed(text) }
          : { ...rest, firstBank: number };
    },
  ),
  pattern(
    'First bank',
    'its number, where banks are called otherwise',
    ({ firstBank }) => String(firstBank ?? ''),
    (known, text) => {
      const firstBank = within(0, 16_383)(text);
      return text.trim() === ''
        ? without(known, 'firstBank')
        : firstBank === null
          ? null
          : { ...known, firstBank };
    },
  ),
  pattern(
    'Slots are called',
    'X, Y, Z …, where they are not numbered',
    ({ slotLabels }) => (slotLabels ?? []).join(', '),
    (known, text) =>
      text.trim() === '' ? without(known, 'slotLabels') : { ...known, slotLabels: listed(text) },
  ),
  pattern(
    'Slots to a bank',
    'as they are shown',
    ({ size }) => String(size),
    (known, text) => {
      const size = within(1, 1_000_000)(text);
      return size === null ? null : { ...known, size };
    },
  ),
  pattern(
    'First slot',
    '0 or 1, as it is shown',
    ({ firstSlot }) => String(firstSlot),
    (known, text) => {
      const firstSlot = within(0, 1_000_000)(text);
      return firstSlot === null ? null : { ...known, firstSlot };
    },
  ),
  wire('perBank', 'Program changes to a bank', '1 to 128, as they are sent'),
  wire('first', 'First program change', 'as it is sent, 0 if nothing is said'),
  wire('msb', 'Bank MSB (CC 0)', 'none, bank, or a number'),
  wire('lsb', 'Bank LSB (CC 32)', 'none, bank, or a number'),
  fact('programs', 'bankSend', 'Bank is sent', 'always, changed or never', String, (text) =>
    oneOf(['always', 'changed', 'never'] as const, text),
  ),
  fact('programs', 'mapOnBox', 'Its map can be changed on the box', 'yes or no', shownYesNo, yesNo),
  fact('programs', 'repeatCuts', 'Repeating a program cuts the sound', 'yes or no', shownYesNo, yesNo),
  fact('programs', 'bypass', 'Bypass', 'inside the program, or apart', String, (text) =>
    oneOf(['inside', 'apart'] as const, text),
  ),
];
