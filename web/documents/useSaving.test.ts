// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { api, Refusal } from '../api/client';
import type { Rulebook } from '../api/types';
import { Saver } from './Saver';
import { useSaving } from './useSaving';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { writeDocument: vi.fn() },
}));

const write = vi.mocked(api.writeDocument);

function rulebook(change: Partial<Rulebook> = {}): Rulebook {
  return { id: 'r1', name: 'Ferry', text: 'port keys in', version: 1, ...change } as Rulebook;
}

async function pass(ms: number): Promise<void> {
  await act(() => vi.advanceTimersByTimeAsync(ms));
}

beforeEach(() => {
  vi.useFakeTimers();
  let version = 1;
  write.mockImplementation((_, change) => Promise.resolve(rulebook({ ...change, version: ++version })));
});

afterEach(() => {
  localStorage.clear();
  vi.useRealTimers();
  vi.resetAllMocks();
});

it('saves a moment after the last keystroke, once', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  act(() => result.current.write('p'));
  await pass(200);
  act(() => result.current.write('po'));
  await pass(200);
  expect(write).not.toHaveBeenCalled();
  expect(result.current.state.is).toBe('saving');
  await pass(100);
  expect(write).toHaveBeenCalledExactlyOnceWith('r1', { name: 'Ferry', text: 'po', version: 1 });
  expect(result.current.state.is).toBe('saved');
});

it('names the version that it made last', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  act(() => result.current.write('a'));
  await pass(300);
  act(() => result.current.rename('Crossing'));
  await pass(300);
  expect(write.mock.calls[1]?.[1]).toEqual({ name: 'Crossing', text: 'a', version: 2 });
});

it('saves what was typed while it was saving', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  let answer: (value: Rulebook) => void = () => undefined;
  write.mockReturnValueOnce(new Promise<Rulebook>((resolve) => (answer = resolve)));
  act(() => result.current.write('a'));
  await pass(300);
  act(() => result.current.write('ab'));
  await pass(300);
  expect(write).toHaveBeenCalledTimes(1);
  answer(rulebook({ text: 'a', version: 7 }));
  await pass(0);
  expect(write.mock.calls[1]?.[1]).toEqual({ name: 'Ferry', text: 'ab', version: 7 });
});

it('says what failed, and tries again when asked', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  write.mockRejectedValueOnce(new Refusal('The application does not answer.', 0, {}));
  act(() => result.current.write('a'));
  await pass(300);
  expect(result.current.state).toEqual({ is: 'failed', text: 'The application does not answer.' });
  act(() => result.current.retry());
  await pass(0);
  expect(result.current.state.is).toBe('saved');
  expect(write.mock.calls[1]?.[1].text).toBe('a');
});

it('tries again by itself, and keeps a copy in the browser until it is saved', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  write.mockRejectedValueOnce(new Refusal('the disk is full', 507, {}));
  act(() => result.current.write('a'));
  await pass(300);
  expect(result.current.state.is).toBe('failed');
  expect(localStorage.getItem('unsaved r1')).toContain('"text":"a"');
  await pass(300);
  expect(result.current.state.is).toBe('saved');
  expect(localStorage.getItem('unsaved r1')).toBeNull();
});

it('offers a copy that an earlier page could not save, and never overwrites it', async () => {
  localStorage.setItem('unsaved r1', JSON.stringify({ name: 'Ferry', text: 'lost words', version: 1 }));
  const first = new Saver(rulebook());
  expect(first.offered.snapshot()?.text).toBe('lost words');
  first.write('typed since');
  await pass(300);
  const second = new Saver(rulebook({ text: 'typed since', version: 2 }));
  expect(second.offered.snapshot()?.text).toBe('lost words');
  second.decided();
  expect(second.offered.snapshot()).toBeNull();
  expect(new Saver(rulebook()).offered.snapshot()).toBeNull();
});

it.each([
  [true, 'mine'],
  [false, 'theirs'],
])('lets one choose after a change in another window: mine %s', async (keepMine, text) => {
  const theirs = rulebook({ text: 'theirs', version: 5 });
  const { result } = renderHook(() => useSaving(rulebook()));
  write.mockRejectedValueOnce(new Refusal('changed elsewhere', 409, { current: theirs }));
  act(() => result.current.write('mine'));
  await pass(300);
  expect(result.current.state).toEqual({ is: 'conflict', theirs });
  act(() => result.current.resolve(theirs, keepMine));
  await pass(0);
  expect(result.current.state.is).toBe('saved');
  expect(write.mock.calls.at(-1)?.[1].text).toBe(keepMine ? text : 'mine');
  expect(write).toHaveBeenCalledTimes(keepMine ? 2 : 1);
});

it('holds the window while something is unsaved', async () => {
  const { result } = renderHook(() => useSaving(rulebook()));
  const leave = () => {
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    return event.defaultPrevented;
  };
  expect(leave()).toBe(false);
  act(() => result.current.write('a'));
  expect(leave()).toBe(true);
  await pass(300);
  expect(leave()).toBe(false);
});
