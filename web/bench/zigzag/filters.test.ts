import { expect, it } from 'vitest';
import type { Passage } from '../../session/passages';
import { EVERYTHING, passes } from './filters';
import { made } from '../../session/samples';

const passage: Passage = {
  record: {
    seq: 1,
    timeUs: 0,
    port: 'keys',
    bytes: '90 3C 64',
    text: 'note on C4',
    brief: 'note on C4',
    channel: 1,
    fate: 'delivered',
    reason: null,
    due: [],
    visits: [
      {
        rule: 0,
        title: 'Through',
        line: 1,
        marks: [],
        tear: null,
        outs: [made({ line: 2 })],
      },
    ],
  },
  late: [],
  isStream: true,
};

it.each([
  [{ kind: 'parameter' }, true],
  [{ kind: 'controller' }, false],
  [{ channel: '2' }, true],
  [{ channel: '1' }, false],
])('a parameter message is found by its kind and channel: %o', (change, expected) => {
  const bytes = 'B1 63 08 B1 62 03 B1 06 01 B1 26 02';
  const parameter = { ...passage, record: { ...passage.record, bytes, visits: [] } };
  expect(passes(parameter, { ...EVERYTHING, ...change })).toBe(expected);
});

it.each([
  [{}, true],
  [{ port: 'moths' }, true],
  [{ port: 'gulls' }, false],
  [{ kind: 'note' }, true],
  [{ kind: 'bend' }, false],
  [{ channel: '3' }, true],
  [{ channel: '4' }, false],
  [{ rule: 'Through' }, true],
  [{ rule: 'Other' }, false],
  [{ droppedOnly: true }, false],
  [{ hideStreams: true }, false],
])('a filter of %o lets a delivered note through: %s', (change, expected) => {
  expect(passes(passage, { ...EVERYTHING, ...change })).toBe(expected);
});
