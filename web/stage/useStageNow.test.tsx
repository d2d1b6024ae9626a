// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useStageNow } from './useStageNow';

function Shown() {
  return <p>{useStageNow('a').isThere ? 'there' : 'gone'}</p>;
}

/** Each time with nothing known of earlier ones. */
function Within({ children }: { children: ReactNode }) {
  const [client] = useState(() => new QueryClient());
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

let isDead = false;

beforeEach(() => {
  isDead = false;
  vi.useFakeTimers();
  vi.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
    const control = new AbortController();
    setTimeout(() => control.abort(), ms);
    return control.signal;
  });
  // A server that is dead does not refuse: it says nothing until the request is given up.
  vi.stubGlobal('fetch', (request: Request) =>
    isDead
      ? new Promise<Response>((_, reject) =>
          request.signal.addEventListener('abort', () => reject(new Error('given up'))),
        )
      : Promise.resolve(new Response('{}', { status: 200, headers: { 'Content-Type': 'application/json' } })),
  );
});

afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

test('a server that says nothing any more is missed within two seconds, whenever it dies', async () => {
  for (const after of [0, 100, 650, 699]) {
    isDead = false;
    const { unmount } = render(<Shown />, { wrapper: Within });
    await act(() => vi.advanceTimersByTimeAsync(5600 + after));
    expect(screen.getByText('there')).toBeDefined();
    isDead = true;
    await act(() => vi.advanceTimersByTimeAsync(2000));
    expect(screen.getByText('gone'), `died ${after} ms after a beat`).toBeDefined();
    isDead = false;
    await act(() => vi.advanceTimersByTimeAsync(2000));
    expect(screen.getByText('there')).toBeDefined();
    unmount();
  }
});
