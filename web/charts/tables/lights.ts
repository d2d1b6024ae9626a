import type { ChartControl } from '../../api/types';
import { without } from '../../model/without';
import { channelOf, channelText, kindsOf, listed } from './cells';
import type { Column } from './table';

const LAMP = /^(\w+)\s+(\d+)(?:\s+on\s+([^:]+?))?\s*:\s*off\s+(\d+)\s*,\s*(.+)$/;
const DISPLAY = /^(\d+)(?:\s*[x×]\s*(\d+))?$/;

/** Lamp and display of a control: "cc 40: off 0, amber 90, blue 40", "note 12 on by channel: off 0, red 5", and "8 x 2". */
export const LIGHTS: readonly Column<ChartControl>[] = [
  {
    title: 'Lamp',
    isWide: true,
    isNumber: false,
    read: ({ lamp }) =>
      lamp === undefined
        ? ''
        : `${lamp.message.kind} ${lamp.message.number ?? 0}${lamp.message.channel === undefined ? '' : ` on ${channelText(lamp.message.channel)}`}: off ${lamp.off}, ${Object.entries(
            lamp.colours,
          )
            .map(([word, value]) => `${word} ${value}`)
            .join(', ')}`,
    write: (control, text) => {
      if (text.trim() === '') {
        return without(control, 'lamp');
      }
      const [, word = '', number, on = '', off, rest = ''] = LAMP.exec(text.trim()) ?? [];
      const [kind] = kindsOf(word);
      const colours = listed(rest).map((each) => /^(.+?)\s+(\d+)$/.exec(each));
      const channel = channelOf(on);
      if (kind === undefined || channel === null || colours.includes(null)) {
        return control;
      }
      return {
        ...control,
        lamp: {
          message: {
            ...without(control.lamp?.message ?? { kind }, 'channel'),
            kind,
            number: Number(number),
            ...(channel === undefined ? {} : { channel }),
          },
          off: Number(off),
          colours: Object.fromEntries(colours.map((each) => [each?.[1] ?? '', Number(each?.[2])])),
        },
      };
    },
  },
  {
    title: 'Display',
    isNumber: false,
    read: ({ display }) => (display === undefined ? '' : `${display.characters} x ${display.lines}`),
    write: (control, text) => {
      if (text.trim() === '') {
        return without(control, 'display');
      }
      const [, characters, lines] = DISPLAY.exec(text.trim()) ?? [];
      return characters === undefined
        ? control
        : { ...control, display: { characters: Number(characters), lines: Number(lines ?? 1) } };
    },
  },
];
