import type { Chart } from '../../api/types';
import { without } from '../../model/without';
import { channelOf, channelText, kindsFrom, kindsText, listed } from './cells';
import { textColumn } from './columns';
import { oneOf, type Table } from './table';
import { zoneColumn } from './zone';

type Sends = NonNullable<Chart['sends']>[number];

/** Where, on which channel and what a device sends. */
export const SENDS: Table<Sends> = {
  title: 'Sends',
  what: 'sort of sending',
  columns: [
    {
      title: 'At plugs',
      isNumber: false,
      read: (sends) => sends.at.join(', '),
      write: (sends, text) => (listed(text).length === 0 ? sends : { ...sends, at: listed(text) }),
    },
    {
      title: 'MIDI channel',
      isNumber: false,
      read: (sends) => channelText(sends.channel),
      write: (sends, text) => {
        const channel = channelOf(text);
        return channel === null
          ? sends
          : channel === undefined
            ? without(sends, 'channel')
            : { ...sends, channel };
      },
    },
    {
      title: 'What',
      isWide: true,
      isNumber: false,
      read: (sends) => kindsText(sends.kinds),
      write: (sends, text) => {
        const kinds = kindsFrom(text);
        return kinds === null ? sends : text.trim() === '' ? without(sends, 'kinds') : { ...sends, kinds };
      },
    },
    {
      title: 'Running status',
      isNumber: false,
      read: (sends) => (sends.runningStatus === undefined ? '' : sends.runningStatus ? 'yes' : 'no'),
      write: (sends, text) => {
        const said = oneOf(['yes', 'no'] as const, text);
        return text.trim() === ''
          ? without(sends, 'runningStatus')
          : said === null
            ? sends
            : { ...sends, runningStatus: said === 'yes' };
      },
    },
    zoneColumn<Sends>(),
    textColumn<Sends>('Known as', 'id'),
  ],
  rows: (chart) => chart.sends ?? [],
  put: (chart, sends) => ({ ...chart, sends }),
  blank: () => ({ at: ['out'] }),
};
