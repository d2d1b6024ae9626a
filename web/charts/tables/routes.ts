import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { kindsOf, listed } from './cells';
import { freeTitle, oneOf, type Table } from './table';

type Route = NonNullable<Chart['routes']>[number];

/** What a device passes on, from where to where. */
export const ROUTES: Table<Route> = {
  title: 'Thru',
  what: 'way through it',
  columns: [
    {
      title: 'Direction',
      isNumber: false,
      read: (route) => route.id,
      write: (route, text) => (text.trim() === '' ? route : { ...route, id: text.trim() }),
    },
    {
      title: 'From plugs',
      isNumber: false,
      read: (route) => route.from.join(', '),
      write: (route, text) => (listed(text).length === 0 ? route : { ...route, from: listed(text) }),
    },
    {
      title: 'To plugs',
      isNumber: false,
      read: (route) => route.to.join(', '),
      write: (route, text) => (listed(text).length === 0 ? route : { ...route, to: listed(text) }),
    },
    {
      title: 'How',
      isNumber: false,
      read: (route) => route.kind,
      write: (route, text) => ({
        ...route,
        kind: oneOf(['hardware', 'message'] as const, text) ?? route.kind,
      }),
    },
    {
      title: 'Switched by',
      isNumber: false,
      read: (route) => route.setting ?? '',
      write: (route, text) =>
        text.trim() === '' ? without(route, 'setting') : { ...route, setting: text.trim() },
    },
    {
      title: 'Blocks',
      isNumber: false,
      read: (route) => (route.blocks ?? []).join(', '),
      write: (route, text) => {
        const blocks = kindsOf(text);
        return text.trim() === ''
          ? without(route, 'blocks')
          : blocks.length === 0
            ? route
            : { ...route, blocks };
      },
    },
  ],
  rows: (chart) => chart.routes ?? [],
  put: (chart, routes) => ({ ...chart, routes }),
  blank: (rows) => ({
    id: freeTitle('way', rows).replace(' ', '-'),
    from: ['in'],
    to: ['out'],
    kind: 'hardware',
  }),
};
