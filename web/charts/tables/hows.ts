import type { ChartSetting } from '../../api/types';
import { CHART_KINDS, listed } from './cells';
import { optional, textColumn, wordColumn, yesNoColumn } from './columns';
import { nested } from './nested';
import { oneOf, type Column } from './table';
import { valueOf } from './when';

type How = NonNullable<ChartSetting['how']>[number];

export const BY = ['menu', 'gesture', 'jumper', 'learn', 'parameter', 'editor'] as const;

const COLUMNS: readonly Column<How>[] = [
  optional<How, 'values'>(
    'For values',
    'values',
    (values) => values.join(', '),
    (text) => listed(text).map(valueOf),
    { isWide: true },
  ),
  {
    title: 'Set by',
    isNumber: false,
    read: ({ by }) => by,
    write: (how, text) => ({ ...how, by: oneOf(BY, text) ?? how.by }),
  },
  textColumn<How>('Where', 'where'),
  textColumn<How>('By which procedure', 'procedure'),
  wordColumn<How, 'learnsFrom'>('Learns from', 'learnsFrom', CHART_KINDS),
  yesNoColumn<How>('Power off and on', 'powerCycle'),
  wordColumn<How, 'keeps'>('Kept', 'keeps', ['at once', 'on save', 'on transfer']),
];

/** How settings are set, where it differs from value to value. */
export const HOWS = nested<ChartSetting, How>({
  title: 'Ways to set',
  what: 'way to set something',
  ownerTitle: 'Setting',
  owners: (chart) => chart.settings ?? [],
  name: ({ id }) => id,
  parts: ({ how }) => how,
  having: (setting, how) => ({ ...setting, how }),
  put: (chart, settings) => ({ ...chart, settings }),
  columns: COLUMNS,
  blank: () => ({ by: 'menu' }),
});
