import { expect, test, vi } from 'vitest';
import { isSameWord, type Typed } from './sameWord';

/** Types texts into a field and counts the steps that can be undone. */
function steps(texts: readonly string[], pauseMs = 100): number {
  vi.useFakeTimers({ now: 1000 });
  const typed: Typed = { place: '', at: 0 };
  let count = 0;
  let now = { units: [{ label: texts[0] ?? '' }], other: 'x' };
  for (const text of texts.slice(1)) {
    vi.advanceTimersByTime(pauseMs);
    const after = { ...now, units: [{ label: text }] };
    count += isSameWord(typed, now, after) ? 0 : 1;
    now = after;
  }
  vi.useRealTimers();
  return count;
}

const letters = (text: string) => Array.from({ length: text.length }, (_, index) => text.slice(0, index + 1));

test('a word is one step, however many letters it has, and two words are two', () => {
  expect(steps(['', ...letters('Harbour')])).toBe(1);
  expect(steps(['', ...letters('Harbour bells')])).toBe(2);
  expect(steps(['', ...letters('a b c')])).toBe(3);
  expect(steps(letters('Harbour').reverse())).toBe(1);
});

test('what is pasted, and what comes after a pause, is a step of its own', () => {
  expect(steps(['', 'H', 'Ha', 'Harbour bells'])).toBe(2);
  expect(steps(['', 'H', 'Ha', 'Har'], 4000)).toBe(3);
});

test('another place is another step', () => {
  const typed: Typed = { place: '', at: 0 };
  expect(isSameWord(typed, { a: '', b: '' }, { a: 'x', b: '' })).toBe(false);
  expect(isSameWord(typed, { a: 'x', b: '' }, { a: 'x', b: 'y' })).toBe(false);
  expect(isSameWord(typed, { a: 'x', b: 'y' }, { a: 'x', b: 'yz' })).toBe(true);
  expect(isSameWord(typed, { a: 1 }, { a: 12 })).toBe(false);
});
