import { expect, it } from 'vitest';
import type { Parameter } from '../../api/types';
import { COLUMNS, PARAMETERS } from './parameters';
import { pasted } from './table';

const mix: Parameter = { name: 'Mix', reach: 'midi', message: { kind: 'cc', number: 21 }, raw: [0, 127] };
const column = (title: string) => {
  const found = COLUMNS.find((each) => each.title === title);
  if (found === undefined) {
    throw new Error(title);
  }
  return found;
};

it.each([
  ['74', { kind: 'cc', number: 74 }],
  ['cc 74', { kind: 'cc', number: 74 }],
  ['NRPN 1027', { kind: 'nrpn', number: 1027 }],
  ['bend', { kind: 'bend' }],
])('reads the message %s', (text, message) => {
  expect(column('Message').write(mix, text).message).toEqual(message);
});

it('knows unknown from none', () => {
  expect(column('Message').write(mix, '')).toEqual({ name: 'Mix', reach: 'midi', raw: [0, 127] });
  expect(column('Message').write(mix, '-')).toEqual({ name: 'Mix', reach: 'hand', raw: [0, 127] });
});

it.each([
  ['Message', 'cc 120'],
  ['Message', 'loud'],
  ['Lowest', '200'],
  ['Highest', 'x'],
  ['Default', '128'],
  ['Name', ' '],
])('leaves a cell as it is where what is typed makes no sense: %s %s', (title, text) => {
  expect(column(title).write(mix, text)).toEqual(mix);
});

it('reads back what it shows', () => {
  const full: Parameter = { ...mix, family: 'Echo', rest: 5, unit: '%', stored: true };
  for (const each of COLUMNS) {
    expect(each.write(full, each.read(full))).toEqual(full);
  }
});

it('fills many cells at once, and adds rows', () => {
  expect(pasted(PARAMETERS, [mix], 0, 0, 'Level\tOut\tcc 7\nPan\t\t10\t0\t100\n')).toEqual([
    { name: 'Level', family: 'Out', reach: 'midi', message: { kind: 'cc', number: 7 }, raw: [0, 127] },
    { name: 'Pan', reach: 'midi', message: { kind: 'cc', number: 10 }, raw: [0, 100] },
  ]);
});
