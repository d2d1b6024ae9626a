import { AUTOMATIC } from './automatic';
import { BYTES } from './bytes';
import { CONTROLS } from './controls';
import { FACTS } from './facts';
import { GESTURES_OF_CONTROLS } from './gestures';
import { HEARS } from './hears';
import { HOWS } from './hows';
import { KEYS } from './keys';
import { PARAMETERS } from './parameters';
import { PLUGS } from './plugs';
import { PROCEDURES } from './procedures';
import { PROGRAMS } from './programs';
import { ROUTES } from './routes';
import { SENDS } from './sends';
import { SETTINGS } from './settings';
import { SPECIALS } from './specials';
import { STREAMS } from './streams';
import type { Table } from './table';
import { MODES } from './uses';

/** A table of a chart whatever its rows are. */
export interface AnyTable {
  title: string;
  what: string;
  with: <R>(take: <T>(table: Table<T>) => R) => R;
}

const any = <T>(table: Table<T>): AnyTable => ({
  title: table.title,
  what: table.what,
  with: (take) => take(table),
});

/** All tables of a chart by where they are looked for; the first of each is what most people want there. */
export const GROUPS = {
  Parameters: [any(PARAMETERS)],
  Controls: [any(CONTROLS), any(GESTURES_OF_CONTROLS)],
  Settings: [any(SETTINGS), any(HOWS)],
  Plugs: [any(PLUGS), any(MODES), any(STREAMS)],
  Hears: [any(HEARS)],
  Sends: [any(SENDS)],
  Thru: [any(ROUTES)],
  'Automatic messages': [any(AUTOMATIC)],
  Programs: [any(PROGRAMS), any(SPECIALS), any(BYTES)],
  Keys: [any(KEYS)],
  Procedures: [any(PROCEDURES)],
  Facts: [any(FACTS)],
} as const satisfies Record<string, readonly AnyTable[]>;
