import type { ChartPlug } from '../../api/types';
import { listed } from './cells';
import { optional } from './columns';
import { nested } from './nested';
import { oneOf, type Column } from './table';
import { WAYS } from './uses';

type Stream = NonNullable<ChartPlug['streams']>[number];

const COLUMNS: readonly Column<Stream>[] = [
  {
    title: 'Known as',
    isNumber: false,
    read: ({ id }) => id,
    write: (stream, text) =>
      /^[^\s,;|/]{1,60}$/.test(text.trim()) ? { ...stream, id: text.trim() } : stream,
  },
  {
    title: 'Label',
    isNumber: false,
    read: ({ label }) => label,
    write: (stream, text) => (text.trim() === '' ? stream : { ...stream, label: text.trim() }),
  },
  {
    title: 'Direction',
    isNumber: false,
    read: ({ way }) => way,
    write: (stream, text) => ({ ...stream, way: oneOf(WAYS, text) ?? stream.way }),
  },
  optional<Stream, 'roles'>(
    'Is for',
    'roles',
    (roles) =>
      Object.entries(roles)
        .map(([role, is]) => (is === true ? role : is === false ? `no ${role}` : `${role} by ${is}`))
        .join(', '),
    (text) => {
      const roles: Record<string, boolean | string> = {};
      for (const word of listed(text)) {
        const [, no, role, setting] = /^(no\s+)?(notes|clock|remote)(?:\s+by\s+(\S+))?$/.exec(word) ?? [];
        if (role === undefined) {
          return null;
        }
        roles[role] = no !== undefined ? false : (setting ?? true);
      }
      return roles;
    },
    { isWide: true },
  ),
];

/** Ports inside one cable, such as those of a USB plug, and what each is for. */
export const STREAMS = nested<ChartPlug, Stream>({
  title: 'Streams',
  what: 'stream',
  ownerTitle: 'Plug',
  owners: (chart) => chart.plugs ?? [],
  name: ({ id }) => id,
  parts: ({ streams }) => streams,
  having: (plug, streams) => ({ ...plug, streams }),
  put: (chart, plugs) => ({ ...chart, plugs }),
  columns: COLUMNS,
  first: (plugs) => plugs.find(({ connector }) => connector.startsWith('usb')),
  blank: (place) => ({ id: `port-${place + 1}`, label: `Port ${place + 1}`, way: 'both' }),
});
