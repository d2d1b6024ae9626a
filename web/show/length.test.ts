import { expect, test } from 'vitest';
import { lengthFrom, minutes } from './length';

test('what was read is written as it was typed', () => {
  for (const typed of ['0:01', '2:40', '12:05', '120:00']) {
    const read = lengthFrom(typed);
    expect('value' in read && read.value !== null && minutes(read.value)).toBe(typed);
  }
  expect(lengthFrom('3')).toEqual({ value: 180 });
  expect(lengthFrom('')).toEqual({ value: null });
});

test('what is none says why', () => {
  for (const typed of ['0', '0:00', '2:60', '2:4', '121', '120:01', '-1', 'four', '1e2', '2.5']) {
    expect(lengthFrom(typed)).toHaveProperty('why');
  }
});
