// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { api, Refusal } from '../api/client';
import type { StoredDocument } from '../api/types';
import { useJson } from './useJson';

vi.mock('./useNewer', () => ({ useNewer: () => null }));
vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { writeDocument: vi.fn() },
}));

const write = vi.mocked(api.writeDocument);
const stored = (voices: number, version = 1) =>
  ({
    id: 'c1',
    kind: 'chart',
    name: 'Moth',
    text: written(voices),
    version,
    changedBy: '',
  }) as StoredDocument;
const written = (voices: number) => `${JSON.stringify({ voices }, null, 4)}\n`;
const leave = (voices: number, version: number) =>
  localStorage.setItem('unsaved c1', JSON.stringify({ name: 'Moth', text: written(voices), version }));
const open = (document: StoredDocument) => renderHook(() => useJson<{ voices: number }>(document)).result;
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
  vi.useFakeTimers();
  write.mockImplementation((_, sent) => Promise.resolve({ ...stored(0, sent.version + 1), ...sent }));
});

afterEach(() => {
  localStorage.clear();
  vi.useRealTimers();
  vi.resetAllMocks();
});

it('goes on with what the page before could not store, and one step takes it back', async () => {
  leave(7, 1);
  const work = open(stored(4));
  expect(work.current.value.voices).toBe(7);
  await pass(300);
  expect(write.mock.calls.at(-1)?.[1].text).toBe(written(7));
  act(() => work.current.undo?.());
  expect(work.current.value.voices).toBe(4);
});

it('asks where somebody has changed it since', async () => {
  leave(7, 1);
  const work = open(stored(9, 2));
  await pass(300);
  expect([work.current.value.voices, write.mock.calls.length]).toEqual([9, 0]);
  act(() => work.current.left?.take());
  expect([work.current.value.voices, work.current.left]).toEqual([7, null]);
});

it('is at peace with a version that is its own, sent by a page that did not hear the answer', async () => {
  leave(7, 1);
  write.mockRejectedValueOnce(new Refusal('changed elsewhere', 409, { current: stored(7, 2) }));
  const work = open(stored(4));
  await pass(300);
  expect(work.current.saving.state.is).toBe('saved');
  act(() => work.current.change(() => ({ voices: 8 })));
  await pass(300);
  expect(write.mock.calls.at(-1)?.[1]).toMatchObject({ text: written(8), version: 2 });
});
