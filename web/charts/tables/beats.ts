import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { channelOf, channelText, listed } from './cells';
import { EMPTY, type Fact, type Of } from './fact';
import { messageOf, messageText } from './message';

type Taps = NonNullable<Of<'clock'>['taps']>;
type Pulse = NonNullable<Of<'clock'>['pulse']>;

const clock = (chart: Chart) => chart.clock ?? EMPTY.clock;

function tapsOf(text: string): Taps | null {
  const [first = '', ...rest] = listed(text);
  let message = messageOf(first);
  let count: number | null = null;
  for (const part of rest) {
    const [, times] = /^(\d+)\s+times$/.exec(part) ?? [];
    const [, low, high] = /^(-?\d+)\s+to\s+(-?\d+)$/.exec(part) ?? [];
    const channel = /^on\s/.test(part) ? channelOf(part.slice(3)) : null;
    if (times !== undefined) {
      count = Number(times);
    } else if (message !== null && low !== undefined) {
      message = { ...message, values: [Number(low), Number(high)] };
    } else if (message !== null && channel !== null && channel !== undefined) {
      message = { ...message, channel };
    } else {
      return null;
    }
  }
  return message === null || count === null || count < 1 || count > 32 ? null : { message, count };
}

const pulse = (
  field: keyof Pulse,
  title: string,
  hint: string,
  take: (text: string) => string | number | null,
): Fact => ({
  title,
  hint,
  read: (chart) => String(chart.clock?.pulse?.[field] ?? ''),
  write: (chart, text) => {
    const known = chart.clock?.pulse ?? { perBeat: 1 };
    const value = text.trim() === '' ? undefined : take(text.trim());
    if (value === null) {
      return chart;
    }
    if (value !== undefined) {
      return { ...chart, clock: { ...clock(chart), pulse: { ...known, [field]: value } } };
    }
    return field === 'perBeat'
      ? { ...chart, clock: without(clock(chart), 'pulse') }
      : { ...chart, clock: { ...clock(chart), pulse: without(known, field) } };
  },
});

/** Presses and pulses that a device takes its tempo from. */
export const BEATS: readonly Fact[] = [
  {
    title: 'Tap tempo',
    hint: 'what it wants and how often, such as cc 64, 4 times',
    read: (chart) => {
      const taps = chart.clock?.taps;
      return taps === undefined
        ? ''
        : [
            messageText(taps.message),
            `${taps.count} times`,
            ...(taps.message.channel === undefined ? [] : [`on ${channelText(taps.message.channel)}`]),
            ...(taps.message.values === undefined ? [] : [taps.message.values.join(' to ')]),
          ].join(', ');
    },
    write: (chart, text) => {
      const taps = tapsOf(text);
      return text.trim() === ''
        ? { ...chart, clock: without(clock(chart), 'taps') }
        : taps === null
          ? chart
          : { ...chart, clock: { ...clock(chart), taps } };
    },
  },
  pulse('perBeat', 'Pulses a beat', 'how many', (text) => {
    const number = Number(text.replace(',', '.'));
    return Number.isFinite(number) && number >= 0.0625 && number <= 96 ? number : null;
  }),
  pulse('level', 'Level of a pulse', 'such as 5 V', (text) => text),
  pulse('polarity', 'Polarity of a pulse', 'such as positive', (text) => text),
];
