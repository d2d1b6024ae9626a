import { expect, test } from 'vitest';
import type { LivePicture } from '../api/types';
import { Passed } from './usePassed';

const picture = (from: number, ...bytes: string[]) =>
  ({
    passing: { from, messages: bytes.map((each) => ({ port: 'keys', isOut: false, bytes: each })) },
  }) as LivePicture;
const bytes = (passed: Passed) => passed.all().map((each) => each.bytes);

test('what passed before somebody looked is not told, and nothing is told twice', () => {
  const passed = new Passed();
  expect(passed.take(picture(5, '90 3C 64', '80 3C 40'))).toBe(false);
  expect(bytes(passed)).toEqual([]);
  expect(passed.take(picture(5, '90 3C 64', '80 3C 40'))).toBe(false);
  expect(passed.take(picture(7, 'B0 07 01'))).toBe(true);
  expect(passed.take(picture(7, 'B0 07 01'))).toBe(false);
  expect(passed.take(picture(7, 'B0 07 01', 'B0 07 02'))).toBe(true);
  expect(bytes(passed)).toEqual(['B0 07 01', 'B0 07 02']);
});

test('of a flood what is left goes on', () => {
  const passed = new Passed();
  passed.take(picture(0));
  expect(passed.take(picture(40, 'C0 01'))).toBe(true);
  expect(bytes(passed)).toEqual(['C0 01']);
  expect(passed.take(picture(41))).toBe(false);
});
