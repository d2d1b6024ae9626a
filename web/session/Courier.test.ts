import { describe, expect, it, vi } from 'vitest';
import { api, Refusal } from '../api/client';
import type { News } from '../api/types';
import { BenchStore } from './BenchStore';
import { lastNumber, opened, settled, withQuietServer } from './quietServer';
import { bench, checked, news } from './samples';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: {
    openBench: vi.fn(),
    readBench: vi.fn(),
    play: vi.fn(),
    check: vi.fn(),
    turnOf: vi.fn(),
    leaveBench: vi.fn(),
  },
}));

const server = vi.mocked(api);

withQuietServer(server);

describe('trouble', () => {
  const silence = () => new Refusal('The application does not answer.', 0, {});

  it('loses nothing: the same request goes out until it is answered, and what waits after it', async () => {
    const store = await opened();
    server.play.mockRejectedValueOnce(silence()).mockRejectedValueOnce(silence());
    store.play('keys', 'key 60', 96);
    await settled();
    expect(store.snapshot().trouble).toContain('What you play is kept');
    store.play('keys', 'key 60', 0);
    await vi.advanceTimersByTimeAsync(1000);
    const sent = server.play.mock.calls.map(([, body]) => [
      body.request,
      body.gestures.map((each) => each.value),
    ]);
    expect(sent).toEqual([
      [1, [96]],
      [1, [96]],
      [1, [96]],
      [2, [0]],
    ]);
    expect(store.snapshot().trouble).toBeNull();
  });

  it('waits longer each time, up to four seconds', async () => {
    const store = await opened();
    server.play.mockRejectedValue(silence());
    store.play('keys', 'key 60', 96);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(server.play.mock.calls.length).toBeGreaterThan(6);
    expect(server.play.mock.calls.length).toBeLessThan(10);
  });

  it('does not stop a clock: what is due is asked for again', async () => {
    const store = await opened();
    server.play.mockResolvedValueOnce(news({ heard: 1, nextDueUs: store.nowUs() + 30_000 }));
    store.play('keys', 'key 60', 96);
    await settled();
    server.play.mockRejectedValueOnce(silence());
    await vi.advanceTimersByTimeAsync(40);
    await vi.advanceTimersByTimeAsync(300);
    expect(server.play).toHaveBeenCalledTimes(3);
  });

  it('asks for what ticks all the time in runs', async () => {
    const store = await opened();
    server.play.mockImplementation((_, { gestures }) =>
      Promise.resolve(news({ heard: lastNumber(gestures), nextDueUs: store.nowUs() + 20_000 })),
    );
    store.play('keys', 'key 60', 96);
    await vi.advanceTimersByTimeAsync(1000);
    expect(server.play.mock.calls.length).toBeGreaterThan(12);
    expect(server.play.mock.calls.length).toBeLessThan(19);
  });

  it('does not let a gesture that breaks the application block the others', async () => {
    const store = await opened();
    server.play.mockImplementation((_, { gestures }) =>
      gestures[0]?.control === 'bad'
        ? Promise.reject(new Refusal('something went wrong inside', 500, {}))
        : Promise.resolve(news({ heard: lastNumber(gestures) })),
    );
    store.play('keys', 'bad', 1);
    await settled();
    store.panic();
    await vi.advanceTimersByTimeAsync(30_000);
    expect(server.play.mock.calls.at(-1)?.[1].gestures.map((each) => each.do)).toEqual(['panic']);
    expect(store.snapshot().problem).toBe('something went wrong inside');
  });

  it('with a gesture that is refused lets it go, and says why', async () => {
    const store = await opened();
    server.play.mockRejectedValueOnce(new Refusal('"value" should be a whole number', 400, {}));
    store.play('keys', 'key 60', 96);
    store.play('keys', 'key 62', 96);
    await settled();
    expect(store.snapshot().problem).toContain('should be a whole number');
    expect(server.play.mock.calls.at(-1)?.[1].gestures.map((each) => each.control)).toEqual(['key 62']);
    store.dismissProblem();
    expect(store.snapshot().problem).toBeNull();
  });

  it('with a bench that is gone opens another and goes on', async () => {
    const store = await opened();
    const gone = new Refusal('this bench is not here any more', 404, {});
    server.play.mockRejectedValueOnce(gone);
    server.readBench.mockRejectedValue(gone);
    server.openBench.mockResolvedValue(bench({ id: 'b2' }));
    store.play('keys', 'key 60', 96);
    await settled();
    expect(server.play.mock.calls.at(-1)?.[0]).toBe('b2');
    expect(server.play.mock.calls.at(-1)?.[1].gestures).toHaveLength(1);
    expect(store.snapshot().told[0]).toContain('here is a new one');
  });

  it('on opening is tried again until it goes', async () => {
    server.openBench.mockRejectedValueOnce(silence());
    const store = new BenchStore();
    void store.open('', '');
    await settled();
    expect(store.snapshot()).toMatchObject({ isOpen: false });
    expect(store.snapshot().trouble).toContain('tried again');
    await vi.advanceTimersByTimeAsync(300);
    expect(store.snapshot()).toMatchObject({ isOpen: true, trouble: null });
  });

  it('of a full disk is told while it lasts', async () => {
    const store = await opened();
    server.play.mockResolvedValueOnce(news({ heard: 1, isOnDisk: false }));
    store.play('keys', 'key 60', 96);
    await settled();
    expect(store.snapshot().isOnDisk).toBe(false);
  });
});

it('panic and scenes stand in the same queue as what is played', async () => {
  const store = await opened();
  let answer: (value: News) => void = () => undefined;
  server.play.mockReturnValueOnce(new Promise<News>((resolve) => (answer = resolve)));
  store.play('keys', 'key 60', 96);
  store.go(1);
  store.panic();
  expect(server.play).toHaveBeenCalledTimes(1);
  answer(news({ heard: 1 }));
  await settled();
  expect(server.play.mock.calls[1]?.[1].gestures.map((each) => [each.number, each.do])).toEqual([
    [2, 'scene'],
    [3, 'panic'],
  ]);
});

it('rules are checked beside the queue, and brought to the bench when they are good', async () => {
  const store = await opened();
  const runs = checked({ book: 'abc' });
  server.check.mockResolvedValue(runs);
  expect(await store.change('other text')).toBe(runs);
  await settled();
  expect(server.play.mock.calls[0]?.[1].gestures).toMatchObject([{ do: 'rules', book: 'abc' }]);
  await store.change('the same, tidied');
  await settled();
  expect(server.play).toHaveBeenCalledTimes(1);
});

it('of two checks only the later one counts', async () => {
  const store = await opened();
  let answer: (value: ReturnType<typeof checked>) => void = () => undefined;
  server.check.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
  const first = store.change('a');
  server.check.mockResolvedValueOnce(checked({ book: 'second' }));
  await store.change('b');
  answer(checked({ book: 'first' }));
  expect(await first).toBeNull();
  await settled();
  expect(server.play.mock.calls.flatMap(([, body]) => body.gestures.map((each) => each.book))).toEqual([
    'second',
  ]);
});
