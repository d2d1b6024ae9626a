import type { ChartPlug } from '../../api/types';
import { each, optional, yesNoColumn } from './columns';
import { listed } from './cells';
import { nested } from './nested';
import { oneOf, type Column } from './table';
import { whenColumn } from './when';

export type Use = ChartPlug['uses'][number];

export const WAYS = ['in', 'out', 'both'] as const;
export const CARRIES = [
  'midi',
  'pulse',
  'audio',
  'power',
  'usb',
  'expression',
  'footswitch',
  'network',
] as const;
const WIRINGS = ['A', 'B', 'tip', 'ring'] as const;

const wiring = (text: string) =>
  WIRINGS.find((word) => word.toLowerCase() === text.trim().toLowerCase()) ?? null;

const ROLES = [
  'data',
  'source',
  'shield',
  'return',
  'hot',
  'cold',
  'supply+',
  'supply-',
  'ac',
  'open',
  'signal',
] as const;

/** Which contact carries what: "tip data, ring source, sleeve shield". */
const CONTACTS = optional<Use, 'contacts'>(
  'Contacts',
  'contacts',
  (contacts) =>
    Object.entries(contacts)
      .map(([contact, role]) => `${contact} ${role}`)
      .join(', '),
  (text) => {
    const pairs = each(text, (part): [string, (typeof ROLES)[number]] | null => {
      const [, contact, word] = /^(\S+)\s+(\S+)$/.exec(part) ?? [];
      const role = oneOf(ROLES, word ?? '');
      return contact === undefined || role === null ? null : [contact, role];
    });
    return pairs === null ? null : Object.fromEntries(pairs);
  },
  { isWide: true },
);

const NEEDS = optional<Use, 'needs'>('Needs contacts', 'needs', (needs) => needs.join(', '), listed);

const WORKS_WITH = optional<Use, 'worksWith'>(
  'Works with wirings',
  'worksWith',
  (known) => known.join(', '),
  (text) => each(text, wiring),
);

/** What is known of a plug in one of its modes, beside what it carries and in which way. */
export const OF_USE: readonly Column<Use>[] = [
  CONTACTS,
  NEEDS,
  yesNoColumn<Use>('Isolated', 'isolated'),
  WORKS_WITH,
  yesNoColumn<Use>('Stands a supply', 'allowsSupply'),
];

const COLUMNS: readonly Column<Use>[] = [
  whenColumn<Use>('While'),
  {
    title: 'Direction',
    isNumber: false,
    read: ({ way }) => way,
    write: (use, text) => ({ ...use, way: oneOf(WAYS, text) ?? use.way }),
  },
  {
    title: 'Carries',
    isNumber: false,
    read: ({ carries }) => carries,
    write: (use, text) => ({ ...use, carries: oneOf(CARRIES, text) ?? use.carries }),
  },
  optional<Use, 'wiring'>('Wiring', 'wiring', String, wiring),
  ...OF_USE,
];

/** What each plug is in each of its modes: "while jack midi" it is one thing, else another. */
export const MODES = nested<ChartPlug, Use>({
  title: 'Modes',
  what: 'mode of a plug',
  ownerTitle: 'Plug',
  owners: (chart) => chart.plugs ?? [],
  name: ({ id }) => id,
  parts: ({ uses }) => uses,
  having: (plug, uses) => (uses.length === 0 ? undefined : { ...plug, uses }),
  put: (chart, plugs) => ({ ...chart, plugs }),
  columns: COLUMNS,
  blank: () => ({ way: 'in', carries: 'midi' }),
});
