import type { ChartPlug } from '../../api/types';
import { without } from '../../model/without';
import { listed } from './cells';
import type { Column } from './table';

type Power = NonNullable<ChartPlug['power']>;

const VOLTS = /^(needs|gives)\s+(ac|dc)\s+(\d+(?:[.,]\d+)?)(?:\s*(?:to|\.\.|-|–)\s*(\d+(?:[.,]\d+)?))?\s*V$/i;
const number = (text: string): number => Number(text.replace(',', '.'));

/** Null where it makes no sense. */
function powerOf(text: string): Power | null {
  const [first = '', ...more] = listed(text.replace(/(\d),(?=\d)/g, '$1.'));
  const [, way, current, low, high] = VOLTS.exec(first) ?? [];
  if (way === undefined || current === undefined || low === undefined) {
    return null;
  }
  let power: Power = {
    way: way.toLowerCase() === 'needs' ? 'needs' : 'gives',
    current: current.toLowerCase() === 'dc' ? 'dc' : 'ac',
    volts: [number(low), number(high ?? low)],
  };
  for (const word of more) {
    const [, mA] = /^(\d+(?:\.\d+)?)\s*mA$/i.exec(word) ?? [];
    const [, centre] = /^centre\s*([+-])$/i.exec(word) ?? [];
    const [, what, group] = /^(limit|ground)\s+(.+)$/i.exec(word) ?? [];
    if (mA !== undefined) {
      power = { ...power, mA: Number(mA) };
    } else if (centre === '+' || centre === '-') {
      power = { ...power, centre };
    } else if (what !== undefined && group !== undefined) {
      power = { ...power, [what.toLowerCase() === 'limit' ? 'limitGroup' : 'groundGroup']: group };
    } else {
      return null;
    }
  }
  return power;
}

function powerText({ way, current, volts: [low, high], mA, centre, limitGroup, groundGroup }: Power): string {
  return [
    `${way} ${current.toUpperCase()} ${low === high ? low : `${low} to ${high}`} V`,
    ...(mA === undefined ? [] : [`${mA} mA`]),
    ...(centre === undefined ? [] : [`centre ${centre}`]),
    ...(limitGroup === undefined ? [] : [`limit ${limitGroup}`]),
    ...(groundGroup === undefined ? [] : [`ground ${groundGroup}`]),
  ].join(', ');
}

/** What a plug needs or gives: "needs DC 9 V, 300 mA, centre -"; outputs with a limit or a ground in common name it. */
export const POWER: Column<ChartPlug> = {
  title: 'Power',
  isWide: true,
  isNumber: false,
  read: ({ power }) => (power === undefined ? '' : powerText(power)),
  write: (plug, text) => {
    const power = powerOf(text);
    return text.trim() === '' ? without(plug, 'power') : power === null ? plug : { ...plug, power };
  },
};
