import type { ChartControl } from '../../api/types';
import { inside } from './columns';
import { ENDS, messageOf, messageText, OF_MESSAGE, type Message } from './message';
import { nested } from './nested';
import { oneOf, type Column } from './table';

type Sends = NonNullable<ChartControl['sends']>[number];

const GESTURES = ['press', 'release', 'hold', 'twice', 'move'] as const;

const COLUMNS: readonly Column<Sends>[] = [
  {
    title: 'Gesture',
    isNumber: false,
    read: ({ gesture }) => gesture,
    write: (sends, text) => ({ ...sends, gesture: oneOf(GESTURES, text) ?? sends.gesture }),
  },
  {
    title: 'Sends',
    isNumber: false,
    isWide: true,
    read: ({ message }) => messageText(message),
    write: (sends, text) => ({ ...sends, message: messageOf(text, sends.message) ?? sends.message }),
  },
  ...[...OF_MESSAGE, ...ENDS].map((column) =>
    inside<Sends, Message>(
      column,
      ({ message }) => message,
      (sends, message) => ({ ...sends, message }),
    ),
  ),
];

/** What each control sends with each gesture. */
export const GESTURES_OF_CONTROLS = nested<ChartControl, Sends>({
  title: 'Gestures',
  what: 'gesture',
  ownerTitle: 'Control',
  owners: (chart) => chart.surface?.controls ?? [],
  name: (control) => control.name,
  parts: ({ sends }) => sends,
  having: (control, sends) => ({ ...control, sends }),
  put: (chart, controls) => ({ ...chart, surface: { ...chart.surface, controls } }),
  columns: COLUMNS,
  blank: () => ({ gesture: 'press', message: { kind: 'cc', number: 20 } }),
});
