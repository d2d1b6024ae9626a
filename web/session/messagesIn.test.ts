import { expect, test } from 'vitest';
import { messagesIn } from './messagesIn';

test.each([
  ['B0 07 33', ['B0 07 33']],
  ['B0 07 33 07 34', ['B0 07 33', 'B0 07 34']],
  ['B0 F8 07 FE 33', ['B0 07 33']],
  ['C0 05 90 3C 64', ['90 3C 64']],
  ['F0 7D 01 02 F7 E0 00 40', ['E0 00 40']],
  ['07 33 B0 07', []],
  ['D0 40 41', []],
  ['', []],
])('of %s the messages are %j', (bytes, messages) => {
  expect(messagesIn(bytes)).toEqual(messages);
});
