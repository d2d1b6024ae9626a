import { expect, it } from 'vitest';
import schema from '../../../docs/schema/chart.schema.json';
import type { Chart } from '../../api/types';
import { GROUPS } from './all';
import everything from './everything.chart.json';
import otherwise from './otherwise.chart.json';
import type { Table } from './table';

/** What is written elsewhere than in a table: the name above it, and ready-made rules, which are texts. */
const ELSEWHERE = ['/name', '/readyMade/*', '/schema'];
/** What messages could have anywhere, and what nothing asks for of a lamp, whose colours are its values, and of a tap. */
const NEVER = [
  'lamp/message/values/*',
  'lamp/message/steps',
  'lamp/message/sysex',
  'taps/message/steps',
  'taps/message/sysex',
];

interface Shape {
  $ref?: string;
  anyOf?: Shape[];
  oneOf?: Shape[];
  properties?: Record<string, Shape>;
  additionalProperties?: Shape | boolean;
  items?: Shape | boolean;
  prefixItems?: Shape[];
}

const DEFS = schema.$defs as unknown as Record<string, Shape>;

/** Every place of the schema where something can stand; "*" is any row and any name. */
function* places(shape: Shape, path: string): Generator<string> {
  const below = [
    ...Object.entries(shape.properties ?? {}).map(([key, each]): [string, Shape] => [`${path}/${key}`, each]),
    ...(typeof shape.additionalProperties === 'object'
      ? [[`${path}/*`, shape.additionalProperties] as [string, Shape]]
      : []),
    ...(typeof shape.items === 'object' ? [[`${path}/*`, shape.items] as [string, Shape]] : []),
    ...(shape.prefixItems ?? []).map((each): [string, Shape] => [`${path}/*`, each]),
    ...[...(shape.anyOf ?? []), ...(shape.oneOf ?? [])].map((each): [string, Shape] => [path, each]),
  ];
  const named = shape.$ref === undefined ? undefined : DEFS[shape.$ref.replace('#/$defs/', '')];
  if (named !== undefined) {
    yield* places(named, path);
  } else if (below.length === 0) {
    yield path;
  }
  for (const [at, each] of below) {
    yield* places(each, at);
  }
}

function* leaves(value: unknown, path = ''): Generator<[string, unknown]> {
  if (typeof value === 'object' && value !== null) {
    for (const [key, each] of Object.entries(value)) {
      yield* leaves(each, `${path}/${key}`);
    }
  } else {
    yield [path, value];
  }
}

const MAPS = ['when', 'kinds', 'roles', 'contacts', 'colours', 'names'];

/** A place whatever the row and, in a map, the name: "/plugs/0/uses/1/when/jack/0" is "/plugs/*\/uses/*\/when/*\/*". */
const anywhere = (path: string): string =>
  path
    .split('/')
    .map((step, at, all) => (/^\d+$/.test(step) || MAPS.includes(all[at - 1] ?? '') ? '*' : step))
    .join('/');

/** Every cell typed anew, as it is read. */
function typed<T>(table: Table<T>, from: Chart, into: Chart): Chart {
  const rows: T[] = table.isFixed === true ? [...table.rows(into)] : [];
  table.rows(from).forEach((row, at) => {
    let made = rows[at] ?? table.blank(rows, into);
    for (const column of table.columns) {
      made = column.isFixed === true ? made : column.write(made, column.read(row));
    }
    rows[at] = made;
  });
  return table.put(into, rows);
}

const CHARTS = [everything, otherwise] as unknown as readonly Chart[];

it('knows charts in which every field of the schema stands', () => {
  const wanted = new Set(places(DEFS['Chart'] ?? {}, ''));
  const there = new Set(CHARTS.flatMap((chart) => [...leaves(chart)].map(([path]) => anywhere(path))));
  const missing = [...wanted].filter((place) => !there.has(place));
  expect(missing.filter((place) => !NEVER.some((end) => place.endsWith(end)))).toEqual([]);
});

it.each(CHARTS)('has a cell for every field of $name', (known) => {
  const tables = Object.values(GROUPS).flat();
  let chart: Chart = { schema: 1, name: known.name, sort: 'other' };
  // Twice: modes of a plug depend on settings, wherever their tables stand.
  for (const each of [...tables, ...tables]) {
    chart = each.with((table) => typed(table, known, chart));
  }
  const there = new Map(leaves(chart));
  const lost = [...leaves(known)].filter(([path, value]) => there.get(path) !== value);
  expect(lost.filter(([path]) => !ELSEWHERE.includes(anywhere(path))).map(([path]) => path)).toEqual([]);
});

it.each(CHARTS)('leaves $name as it is where every cell is typed as it is read', (known) => {
  for (const each of Object.values(GROUPS).flat()) {
    each.with((table) => {
      for (const column of table.columns.filter(({ isFixed }) => isFixed !== true)) {
        for (const row of table.rows(known)) {
          expect(column.write(row, column.read(row)), `${table.title}, ${column.title}`).toEqual(row);
        }
      }
    });
  }
});

it.each(CHARTS)('leaves $name as it is where what is typed makes no sense', (known) => {
  for (const each of Object.values(GROUPS).flat()) {
    each.with((table) => {
      for (const column of table.columns.filter(({ isFixed, isNumber }) => isFixed !== true && isNumber)) {
        for (const row of table.rows(known)) {
          expect(column.write(row, '; nothing ;'), `${table.title}, ${column.title}`).toEqual(row);
        }
      }
    });
  }
});
