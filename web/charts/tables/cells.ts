import type { Chart } from '../../api/types';
import { MESSAGES } from '../../rules/language';

type Hears = NonNullable<Chart['hears']>[number];
export type ChannelCell = Hears['channel'];
type Kinds = NonNullable<Hears['kinds']>;

export type KindWord = NonNullable<Chart['automatic']>[number]['kind'];

/** Kinds of message as charts name them: those of the rules, and pulses. */
export const CHART_KINDS = [...MESSAGES, 'pulse'] as readonly KindWord[];

/** Words with commas between them. */
export const listed = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '');

export const kindsOf = (text: string): KindWord[] =>
  listed(text).filter((word): word is KindWord => (CHART_KINDS as readonly string[]).includes(word));

/** A channel as it stands in a cell: "5", "omni", "by channel", "by channel + 1". */
export function channelText(channel: ChannelCell): string {
  if (channel === undefined || typeof channel !== 'object') {
    return String(channel ?? '');
  }
  const offset = channel.offset ?? 0;
  return `by ${channel.setting}${offset === 0 ? '' : ` ${offset < 0 ? '-' : '+'} ${Math.abs(offset)}`}`;
}

/** Null where it makes no sense; undefined where it is unknown. */
export function channelOf(text: string): ChannelCell | null {
  const typed = text.trim();
  if (typed === '') {
    return undefined;
  }
  if (/^\d+$/.test(typed)) {
    return Number(typed) >= 1 && Number(typed) <= 16 ? Number(typed) : null;
  }
  if (typed.toLowerCase() === 'omni') {
    return 'omni';
  }
  const by = /^by\s+(\S+)(?:\s*([+-])\s*(\d+))?$/.exec(typed);
  const [, setting, sign, offset] = by ?? [];
  if (setting === undefined) {
    return null;
  }
  return offset === undefined ? { setting } : { setting, offset: Number(`${sign ?? ''}${offset}`) };
}

/** Kinds of messages as they stand in a cell: "note, cc, no clock, program by receive-program". */
export const kindsText = (kinds: Kinds | undefined): string =>
  Object.entries(kinds ?? {})
    .map(([kind, is]) => (is === true ? kind : is === false ? `no ${kind}` : `${kind} by ${is}`))
    .join(', ');

/** Null where a word is no kind of message. */
export function kindsFrom(text: string): Kinds | null {
  const kinds: Kinds = {};
  for (const word of listed(text)) {
    const [, no, kind, setting] = /^(no\s+)?(\w+)(?:\s+by\s+(\S+))?$/.exec(word) ?? [];
    if (kind === undefined || !(CHART_KINDS as readonly string[]).includes(kind)) {
      return null;
    }
    kinds[kind] = no !== undefined ? false : (setting ?? true);
  }
  return kinds;
}
