import type { ChartSetting } from '../../api/types';
import { without } from '../../model/without';
import { inside, textColumn, wordColumn, yesNoColumn } from './columns';
import { BY } from './hows';
import { idColumn, withIds } from './ids';
import { freeTitle, oneOf, whole, type Column, type Table } from './table';

/** A range such as "1 to 16", or words with commas between them. */
function values(text: string): ChartSetting['values'] | null {
  const range = /^(-?\d+)\s*(?:\.\.|to|-|–)\s*(-?\d+)$/.exec(text.trim());
  if (range !== null) {
    const [low, high] = [Number(range[1]), Number(range[2])];
    return low <= high ? [low, high] : null;
  }
  const words = text
    .split(/[,;/]/)
    .map((word) => word.trim())
    .filter((word) => word !== '');
  return words.length > 1 ? words : null;
}

const isRange = (all: ChartSetting['values']): all is [number, number] => typeof all[0] === 'number';

const isOneOf = (all: ChartSetting['values'], value: string | number): boolean =>
  isRange(all)
    ? typeof value === 'number' && value >= all[0] && value <= all[1]
    : all.includes(String(value));

function factory(setting: ChartSetting, text: string): ChartSetting {
  const number = whole(text);
  if (text.trim() === '') {
    return without(setting, 'factory');
  }
  if (isRange(setting.values)) {
    return number === null || number < setting.values[0] || number > setting.values[1]
      ? setting
      : { ...setting, factory: number };
  }
  const word = setting.values.find((each) => each.toLowerCase() === text.trim().toLowerCase());
  return word === undefined ? setting : { ...setting, factory: word };
}

type How = NonNullable<ChartSetting['how']>[number];

const BY_MENU: How = { by: 'menu' };

/** The setting with another first way to set it; where none is known, nothing typed makes none. */
const put = (setting: ChartSetting, how: How): ChartSetting =>
  setting.how === undefined && Object.keys(how).length === 1
    ? setting
    : { ...setting, how: [how, ...(setting.how ?? []).slice(1)] };

const COLUMNS: readonly Column<ChartSetting>[] = [
  {
    title: 'Title',
    isNumber: false,
    read: (setting) => setting.title,
    write: (setting, text) => (text.trim() === '' ? setting : { ...setting, title: text.trim() }),
  },
  {
    title: 'Values',
    isNumber: false,
    read: ({ values: all }) => (isRange(all) ? `${all[0]} to ${all[1]}` : all.join(', ')),
    write: (setting, text) => {
      const read = values(text);
      const { factory: known } = setting;
      return read === null
        ? setting
        : known !== undefined && !isOneOf(read, known)
          ? { ...without(setting, 'factory'), values: read }
          : { ...setting, values: read };
    },
  },
  {
    title: 'Factory',
    isNumber: false,
    read: (setting) => String(setting.factory ?? ''),
    write: factory,
  },
  {
    title: 'Set by',
    isNumber: false,
    read: (setting) => setting.how?.[0]?.by ?? '',
    write: (setting, text) => {
      const by = oneOf(BY, text);
      return text.trim() === ''
        ? without(setting, 'how')
        : by === null
          ? setting
          : { ...setting, how: [{ ...setting.how?.[0], by }, ...(setting.how ?? []).slice(1)] };
    },
  },
  ...[
    textColumn<How>('Where', 'where'),
    yesNoColumn<How>('Power off and on', 'powerCycle'),
    wordColumn<How, 'keeps'>('Kept', 'keeps', ['at once', 'on save', 'on transfer']),
    textColumn<How>('By which procedure', 'procedure'),
  ].map((column) => inside<ChartSetting, How>(column, (setting) => setting.how?.[0] ?? BY_MENU, put)),
  idColumn<ChartSetting>(),
];

export const SETTINGS: Table<ChartSetting> = {
  title: 'Settings',
  what: 'setting',
  columns: COLUMNS,
  rows: (chart) => chart.settings ?? [],
  put: (chart, settings) => withIds('setting', chart, chart.settings ?? [], { ...chart, settings }, settings),
  blank: (rows) => ({
    id: freeTitle('setting', rows).replace(' ', '-'),
    title: freeTitle('Setting', rows),
    values: [1, 16],
  }),
};
