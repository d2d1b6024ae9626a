// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import { createElement, type ReactNode } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { api } from '../api/client';
import { useProving } from './useProving';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { proving: vi.fn() },
}));

const proving = vi.mocked(api.proving);
const within = () => {
  const client = new QueryClient();
  return ({ children }: { children: ReactNode }) => createElement(QueryClientProvider, { client }, children);
};
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.resetAllMocks();
});

it('plays slice after slice, then looks whether something has changed, and begins anew when it has', async () => {
  let key = 'a';
  proving.mockImplementation((_, known, from) => {
    const next = Math.min(5, (known === key ? from : 0) + 2);
    const differs = key === 'b' && next === 4 ? ['Third'] : [];
    return Promise.resolve({ key, total: 5, next, differs, unreadable: [], runs: true });
  });
  const { result } = renderHook(() => useProving('ferry'), { wrapper: within() });
  await pass(0);
  expect(result.current).toMatchObject({ total: 5, played: 2, differs: [], unreadable: [], runs: true });
  await pass(200);
  expect(result.current?.played).toBe(5);
  expect(proving).toHaveBeenCalledTimes(3);
  key = 'b';
  await pass(3_910);
  expect(result.current?.played).toBe(2);
  await pass(200);
  expect(result.current).toMatchObject({
    total: 5,
    played: 5,
    differs: ['Third'],
    unreadable: [],
    runs: true,
  });
});

it('waits with rules that cannot be played, and with a server that does not answer', async () => {
  proving.mockRejectedValueOnce(new Error('gone'));
  proving.mockResolvedValue({ key: 'a', total: 5, next: 0, differs: [], unreadable: [], runs: false });
  const { result, rerender } = renderHook<ReturnType<typeof useProving>, { rig: string | null }>(
    ({ rig }) => useProving(rig),
    { initialProps: { rig: 'ferry' }, wrapper: within() },
  );
  await pass(1_000);
  expect(result.current).toBeNull();
  await pass(4_000);
  expect(result.current?.runs).toBe(false);
  expect(proving).toHaveBeenCalledTimes(2);
  rerender({ rig: null });
  await pass(20_000);
  expect(proving).toHaveBeenCalledTimes(2);
  expect(result.current).toBeNull();
});
