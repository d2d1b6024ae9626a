import type { Parameter } from '../../api/types';
import { without } from '../../model/without';
import { CHART_KINDS, channelOf, channelText } from './cells';
import { whole, type Column } from './table';

export type Message = NonNullable<Parameter['message']>;

/** The highest number of a kind that has one. */
const MOST: Partial<Record<Message['kind'], number>> = {
  note: 127,
  polypressure: 127,
  mode: 127,
  song: 127,
  cc: 119,
  cc14: 31,
  nrpn: 16383,
  rpn: 16383,
  program: 127,
};

/** Kinds of which a message may do without: any key, mode or song. */
const WITHOUT: readonly Message['kind'][] = ['polypressure', 'mode', 'song'];

/** A message as it stands in a cell: "cc 20", "start", "sysex F0 7D {v} F7". */
export const messageText = ({ kind, number, sysex }: Message): string =>
  `${kind} ${sysex ?? number ?? ''}`.trim();

/** What was typed, with channel, values and steps that were known; null where it is no message. A number alone is one of a controller. */
export function messageOf(text: string, before?: Message): Message | null {
  const [, exclusive] = /^sysex\s+(\S.*)$/is.exec(text.trim()) ?? [];
  const known = before === undefined ? {} : without(without(before, 'number'), 'sysex');
  if (exclusive !== undefined) {
    return { ...known, kind: 'sysex', sysex: exclusive.trim() };
  }
  const parts = /^(cc14(?= )|[a-z]*)\s*#?(\d+)?$/.exec(text.trim().toLowerCase());
  const word = parts?.[1] === '' ? 'cc' : parts?.[1];
  const kind = CHART_KINDS.find((each) => each === word);
  const number = parts?.[2] === undefined ? null : Number(parts[2]);
  const isNumbered = kind !== undefined && MOST[kind] !== undefined;
  if (kind === undefined || (number === null ? isNumbered && !WITHOUT.includes(kind) : !isNumbered)) {
    return null;
  }
  return number === null
    ? { ...known, kind }
    : number > (MOST[kind] ?? 0)
      ? null
      : { ...known, kind, number };
}

/** One end of what a message sends. */
const end = (which: 0 | 1, title: string): Column<Message> => ({
  title,
  isNumber: true,
  read: ({ values }) => String(values?.[which] ?? ''),
  write: (message, text) => {
    const value = whole(text);
    if (text.trim() === '') {
      return without(message, 'values');
    }
    if (value === null || value < -8192 || value > 16383) {
      return message;
    }
    const [from, to] = message.values ?? [0, 127];
    return { ...message, values: which === 0 ? [value, to] : [from, value] };
  },
});

export const ENDS: readonly Column<Message>[] = [end(0, 'From'), end(1, 'To')];

/** What is known of a message beside its kind and number. */
export const OF_MESSAGE: readonly Column<Message>[] = [
  {
    title: 'On MIDI channel',
    isNumber: false,
    read: ({ channel }) => channelText(channel),
    write: (message, text) => {
      const channel = channelOf(text);
      return channel === null
        ? message
        : channel === undefined
          ? without(message, 'channel')
          : { ...message, channel };
    },
  },
  {
    title: 'Steps',
    isNumber: true,
    read: ({ steps }) => String(steps ?? ''),
    write: (message, text) => {
      const steps = whole(text);
      return text.trim() === ''
        ? without(message, 'steps')
        : steps === null || steps < 1 || steps > 16384
          ? message
          : { ...message, steps };
    },
  },
];
