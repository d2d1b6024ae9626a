// @vitest-environment jsdom
import { act, cleanup, fireEvent, renderHook } from '@testing-library/react';
import { del, entries, set } from 'idb-keyval';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Refusal } from '../../api/client';
import type { Sender, StoredTape, TapeEvent } from '../../api/types';
import { BenchStore } from '../../session/BenchStore';
import type { Recording } from './recordings';
import { useComputerKeys } from './useComputerKeys';
import { useRecorder } from './useRecorder';
import { useTapePlayer } from './useTapePlayer';

vi.mock('../../api/client', async (original) => ({
  ...(await original<typeof import('../../api/client')>()),
  api: { tapeEvents: vi.fn(), uploadTape: vi.fn() },
}));

const tape = { id: 't1', name: 'rehearsal.tape', lengthUs: 500_000, leftOut: [] as string[] } as StoredTape;
vi.mock('idb-keyval', () => ({ createStore: vi.fn(), entries: vi.fn(), set: vi.fn(), del: vi.fn() }));

let store: BenchStore;
const playBytes = vi.fn<BenchStore['playBytes']>();
const play = vi.fn<BenchStore['play']>();
const panic = vi.fn<BenchStore['panic']>();

beforeEach(() => {
  vi.useFakeTimers();
  store = new BenchStore();
  Object.assign(store, { playBytes, play, panic });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.resetAllMocks();
});

/** jsdom's files have no text(). */
function textOf(file: File | undefined): Promise<unknown> {
  vi.useRealTimers();
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result);
    reader.readAsText(file ?? new Blob());
  });
}

function playedBytes(): string[] {
  return playBytes.mock.calls.map(([port, bytes]) => `${port} ${bytes}`);
}

describe('a tape', () => {
  const events = [
    { timeUs: 0, port: 'keys', bytes: '90 3C 64' },
    { timeUs: 200_000, port: 'keys', bytes: '80 3C 40' },
    { timeUs: 300_000, port: 'harp', bytes: '90 40 64' },
    { timeUs: 400_000, port: 'keys', bytes: '91 3E 64' },
  ];

  it('plays at its own speed, and ends what it leaves sounding', async () => {
    vi.mocked(api.tapeEvents).mockResolvedValue(events);
    const { result } = renderHook(() => useTapePlayer(store, ['keys', 'harp']));
    await act(() => result.current.play(tape));
    act(() => void vi.advanceTimersByTime(250));
    expect(playedBytes()).toEqual(['keys 90 3C 64']);
    expect(result.current.playing?.tape).toBe(tape);
    act(() => void vi.advanceTimersByTime(400));
    expect(playedBytes()).toEqual([
      'keys 90 3C 64',
      'keys 80 3C 40',
      'harp 90 40 64',
      'keys 91 3E 64',
      'harp 80 40 40',
      'keys 81 3E 40',
    ]);
    expect(result.current.playing).toBeNull();
  });

  it('stopped in the middle ends the notes that sound', async () => {
    vi.mocked(api.tapeEvents).mockResolvedValue(events);
    const { result } = renderHook(() => useTapePlayer(store, ['keys', 'harp']));
    await act(() => result.current.play(tape));
    act(() => void vi.advanceTimersByTime(150));
    act(() => result.current.stop());
    act(() => void vi.advanceTimersByTime(1000));
    expect(playedBytes()).toEqual(['keys 90 3C 64', 'keys 80 3C 40']);
  });

  it('for ports that the rules lack says so and plays the rest', async () => {
    vi.mocked(api.tapeEvents).mockResolvedValue(events);
    const { result } = renderHook(() => useTapePlayer(store, ['keys']));
    await act(() => result.current.play(tape));
    expect(result.current.problem).toContain('no in port harp');
    act(() => void vi.advanceTimersByTime(1000));
    expect(playedBytes().some((line) => line.startsWith('harp'))).toBe(false);
  });

  it('that cannot be read says why', async () => {
    vi.mocked(api.tapeEvents).mockRejectedValue(new Error('There is no such tape.'));
    const { result } = renderHook(() => useTapePlayer(store, ['keys']));
    await act(() => result.current.play(tape));
    expect(result.current.problem).toBe('There is no such tape.');
    act(() => result.current.dismiss());
    expect(result.current.problem).toBeNull();
  });
});

describe('recording', () => {
  const came: TapeEvent[] = [
    { timeUs: 5_000_000, port: 'keys', bytes: '90 3C 64' },
    { timeUs: 5_012_500, port: 'keys', bytes: 'F8' },
  ];
  const kept = new Map<string, Recording>();

  beforeEach(() => {
    kept.clear();
    vi.mocked(entries).mockImplementation(() => Promise.resolve([...kept] as never));
    vi.mocked(set).mockImplementation((key, value: Recording) => {
      kept.set(key as string, structuredClone(value));
      return Promise.resolve();
    });
    vi.mocked(del).mockImplementation((key) => {
      kept.delete(key as string);
      return Promise.resolve();
    });
    sessionStorage.clear();
  });

  async function recorded() {
    const onStored = vi.fn();
    const view = renderHook(() => useRecorder(store, onStored, vi.fn()));
    await act(() => vi.advanceTimersByTimeAsync(0));
    act(() => view.result.current.start());
    store.onCame?.(came);
    return { ...view, onStored };
  }

  it('stores what came in, from the first message on', async () => {
    vi.mocked(api.uploadTape).mockResolvedValue(tape);
    const { result, onStored } = await recorded();
    await act(() => result.current.stop());
    expect(onStored).toHaveBeenCalledWith(tape);
    expect(store.onCame).toBeNull();
    expect(kept.size).toBe(0);
    const file = vi.mocked(api.uploadTape).mock.calls[0]?.[0];
    expect(await textOf(file)).toBe('# zigzag tape 1\n0.000 keys 90 3C 64\n12.500 keys F8\n');
  });

  it('survives until it is stored: kept here, and tried again', async () => {
    vi.mocked(api.uploadTape).mockRejectedValueOnce(new Refusal('The application does not answer.', 0, {}));
    vi.mocked(api.uploadTape).mockResolvedValueOnce(tape);
    const { result, onStored } = await recorded();
    await act(() => result.current.stop());
    expect(result.current.unstored?.problem).toBe('The application does not answer.');
    expect(kept.size).toBe(1);
    await act(() => vi.advanceTimersByTimeAsync(300));
    expect(onStored).toHaveBeenCalledWith(tape);
    expect(result.current.unstored).toBeNull();
    expect(kept.size).toBe(0);
  });

  it('is offered after a reload in the middle of it', async () => {
    const { unmount } = await recorded();
    await act(() => vi.advanceTimersByTimeAsync(1100));
    unmount();
    const { result } = renderHook(() => useRecorder(store, vi.fn(), vi.fn()));
    await act(() => vi.advanceTimersByTimeAsync(0));
    expect(result.current.unstored?.recording.events).toEqual(came);
    await act(() => result.current.discard());
    expect(kept.size).toBe(0);
  });

  it('of nothing says so', async () => {
    const onProblem = vi.fn();
    const { result } = renderHook(() => useRecorder(store, vi.fn(), onProblem));
    act(() => result.current.start());
    await act(() => result.current.stop());
    expect(onProblem).toHaveBeenCalledWith('Nothing was played, so nothing has been recorded.');
  });
});

describe('the computer keyboard', () => {
  const senders = [
    {
      id: 'keys',
      face: 'keys',
      controls: Array.from({ length: 24 }, (_, key) => ({ control: `key ${key + 60}` })),
    },
    {
      id: 'board',
      face: 'surface',
      controls: [1, 2, 3].map((each) => ({ control: `Stomp ${each}`, sort: 'switch' })),
    },
  ] as unknown as Sender[];
  const press = (key: string, more: KeyboardEventInit = {}) =>
    fireEvent.keyDown(window, { key, code: key, ...more });

  it('plays letters and switches until they are let go', () => {
    renderHook(() => useComputerKeys(store, senders));
    press('a');
    press('a', { repeat: true });
    press('3');
    fireEvent.keyUp(window, { key: 'a', code: 'a' });
    fireEvent.blur(window);
    expect(play.mock.calls).toEqual([
      ['keys', 'key 60', 96],
      ['board', 'Stomp 3', 96],
      ['keys', 'key 60', 0],
      ['board', 'Stomp 3', 0],
    ]);
  });

  it('leaves shortcuts and text fields alone', () => {
    renderHook(() => useComputerKeys(store, senders));
    press('a', { ctrlKey: true });
    const field = document.body.appendChild(document.createElement('input'));
    fireEvent.keyDown(field, { key: 'a', code: 'a' });
    expect(play).not.toHaveBeenCalled();
  });
});
