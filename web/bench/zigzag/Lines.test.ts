import { describe, expect, it } from 'vitest';
import type { News, TraceRecord } from '../../api/types';
import { Passages } from '../../session/passages';
import { late as sampleLate } from '../../session/samples';
import { EVERYTHING } from './filters';
import { Heights } from './Heights';
import { rowHeight } from './layout';
import { Lines } from './Lines';

const record = (seq: number, bytes: string, timeUs = seq): TraceRecord => ({
  seq,
  timeUs,
  port: 'tilt',
  bytes,
  text: '',
  brief: '',
  channel: null,
  fate: 'delivered',
  reason: null,
  visits: [],
  due: [],
});
const news = (records: TraceRecord[], change: Partial<News> = {}) =>
  ({ records, late: [], replaced: [], ...change }) as unknown as News;
/** A letter a message: n is a note, s one of a stream. */
const of = (letters: string, from = 0) =>
  Array.from(letters, (letter, index) => record(from + index, letter === 's' ? 'F8' : '90 3C 40'));

describe('lines', () => {
  it.each([
    ['nssssn', [], [0, 1, 5], [undefined, 4, undefined]],
    ['nsssn', [], [0, 1, 2, 3, 4], [undefined, undefined, undefined, undefined, undefined]],
    ['ssss', [0], [0, 1, 2, 3], [undefined, undefined, undefined, undefined]],
    ['sssssnssss', [], [0, 5, 6], [5, undefined, 4]],
  ])('of %s with %o open show %o', (letters, opened, seqs, counts) => {
    const passages = new Passages();
    const lines = new Lines();
    const set = new Set(opened);
    of(letters).forEach((each) => {
      passages.add(news([each])); // one by one, as it happens
      lines.sync(passages, EVERYTHING, set);
    });
    const shown = Array.from({ length: lines.length }, (_, index) => lines.at(index));
    expect(shown.map((passage) => passage?.record.seq)).toEqual(seqs);
    expect(shown.map((passage) => passage?.folded)).toEqual(counts);
    expect(lines.shown).toBe(letters.length);
  });

  it('are the same whether they grow or are made at once', () => {
    const passages = new Passages();
    const grown = new Lines();
    for (let i = 0; i < 400; i += 1) {
      const letters = ['n', 's', 'ss', 'sssss', 'nn'][(i * 7) % 5] ?? 'n';
      passages.add(news(of(letters, i * 10), { replaced: i % 9 === 0 && i > 0 ? [(i - 1) * 10] : [] }));
      grown.sync(passages, EVERYTHING, NONE);
    }
    const made = new Lines();
    made.sync(passages, EVERYTHING, NONE);
    const all = (lines: Lines) =>
      Array.from({ length: lines.length }, (_, index) => [
        lines.at(index)?.record.seq,
        lines.at(index)?.folded,
        lines.at(index)?.record.fate,
        lines.heights.offset(index),
      ]);
    expect(all(grown)).toEqual(all(made));
    expect(grown.indexOf(grown.at(50)?.record.seq ?? -1)).toBe(50);
  });

  it('begin anew for another filter, and when the picture is cleared', () => {
    const passages = new Passages();
    const lines = new Lines();
    passages.add(news(of('nsn')));
    lines.sync(passages, EVERYTHING, NONE);
    lines.sync(passages, { ...EVERYTHING, hideStreams: true }, NONE);
    expect([lines.length, lines.shown, lines.all]).toEqual([2, 2, 3]);
    passages.clear();
    lines.sync(passages, EVERYTHING, NONE);
    expect([lines.length, lines.heights.total()]).toEqual([0, 0]);
  });

  it('become higher when something goes out later', () => {
    const passages = new Passages();
    const lines = new Lines();
    const visit = { rule: 1, title: 'r', line: 1, marks: [], outs: [], tear: null };
    passages.add(news([{ ...record(1, '90 3C 40'), visits: [visit] }]));
    lines.sync(passages, EVERYTHING, NONE);
    const late = sampleLate({ rule: 1, timeUs: 9 });
    passages.add(news([], { late: [late, late] }));
    lines.sync(passages, EVERYTHING, NONE);
    const passage = lines.at(0);
    expect(passage && lines.heights.of(0)).toBe(passage && rowHeight(passage));
    expect(lines.heights.of(0)).toBeGreaterThan(46);
  });
});

const NONE: ReadonlySet<number> = new Set();

it('heights add up like a list of numbers', () => {
  const heights = new Heights();
  const plain: number[] = [];
  for (let i = 0; i < 3000; i += 1) {
    const what = (i * 31) % 7;
    if (what < 5 || plain.length === 0) {
      heights.push(20 + what);
      plain.push(20 + what);
    } else if (what === 5) {
      heights.pop();
      plain.pop();
    } else {
      const at = (i * 17) % plain.length;
      heights.set(at, 90);
      plain[at] = 90;
    }
  }
  let sum = 0;
  plain.forEach((height, index) => {
    expect(heights.offset(index)).toBe(sum);
    expect(heights.at(sum)).toBe(index);
    expect(heights.at(sum + height - 1)).toBe(index);
    sum += height;
  });
  expect(heights.total()).toBe(sum);
  expect(heights.at(sum + 500)).toBe(plain.length - 1);
});
