import { expect, it } from 'vitest';
import type { Passage } from '../session/passages';
import { foldStreams } from './fold';

function passages(streams: string): Passage[] {
  return Array.from(streams, (letter, seq) => ({
    record: {
      seq,
      timeUs: 0,
      port: 'tilt',
      bytes: 'BB 10 00',
      text: '',
      fate: 'delivered',
      reason: null,
      visits: [],
      due: [],
    },
    late: [],
    isStream: letter === 's',
  }));
}

it.each([
  ['nssssn', [], [0, 1, 5], [undefined, 4, undefined]],
  ['nsssn', [], [0, 1, 2, 3, 4], [undefined, undefined, undefined, undefined, undefined]],
  ['ssss', [0], [0, 1, 2, 3], [undefined, undefined, undefined, undefined]],
  ['sssssnssss', [], [0, 5, 6], [5, undefined, 4]],
])('of %s with %o open it shows %o', (streams, opened, seqs, counts) => {
  const shown = foldStreams(passages(streams), new Set(opened));
  expect(shown.map((passage) => passage.record.seq)).toEqual(seqs);
  expect(shown.map((passage) => passage.folded)).toEqual(counts);
});
