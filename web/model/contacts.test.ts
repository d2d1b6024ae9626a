import { expect, test } from 'vitest';
import { contactsFrom, contactsIn } from './contacts';

test.each([
  ['2-tip, 5-ring', { 2: 'tip', 5: 'ring' }],
  [' tip → 2 ;sleeve: 1', { tip: '2', sleeve: '1' }],
  ['', {}],
])('contacts are read: %s', (typed, contacts) => {
  expect(contactsFrom(typed)).toEqual({ value: contacts });
});

test.each([
  ['2', '“2” is none'],
  ['2-', '“2-” is none'],
  ['2-tip-5', '“2-tip-5” is none'],
  ['2-tip, 2-ring', '2 stands twice'],
])('what is no pair is told: %s', (typed, why) => {
  const read = contactsFrom(typed);
  expect('why' in read ? read.why : '').toContain(why);
});

test('what is written is read again', () => {
  expect(contactsFrom(contactsIn({ tip: '2', ring: '3' }))).toEqual({ value: { tip: '2', ring: '3' } });
});
