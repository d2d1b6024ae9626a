import { describe, expect, it, vi } from 'vitest';
import { api } from '../api/client';
import type { News } from '../api/types';
import { BenchStore } from './BenchStore';
import { opened, settled, withQuietServer } from './quietServer';
import { late as lateMade, made, bench, news, record, visit } from './samples';

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

describe('gestures', () => {
  it('go to the server one request at a time, in order', async () => {
    const store = await opened();
    let answer: (value: News) => void = () => undefined;
    server.play.mockReturnValueOnce(new Promise<News>((resolve) => (answer = resolve)));
    store.play('keys', 'key 60', 96);
    store.play('keys', 'key 62', 96);
    store.play('keys', 'key 60', 0);
    expect(server.play).toHaveBeenCalledTimes(1);
    answer(news({ heard: 1 }));
    await settled();
    expect(server.play).toHaveBeenCalledTimes(2);
    const controls = (call: number) => server.play.mock.calls[call]?.[1].gestures.map((each) => each.control);
    expect(controls(0)).toEqual(['key 60']);
    expect(controls(1)).toEqual(['key 62', 'key 60']);
  });

  it('move the controls that are shown, by hand and by tape', async () => {
    const controls = [
      { control: 'key 60', label: '', moves: '90 3C', ends: '80 3C' },
      { control: 'fader 1', label: '', moves: 'B4 14', ends: null },
    ];
    server.openBench.mockResolvedValue(
      bench({
        senders: [
          {
            id: 'keys',
            ports: ['keys'],
            title: 'Keys',
            standIn: null,
            stopped: null,
            face: 'surface',
            channel: 1,
            controls,
          },
        ],
      }),
    );
    const store = await opened();
    const at = () => Object.fromEntries(store.snapshot().positions.get('keys') ?? []);
    store.playBytes('keys', '90 3C 50', 1);
    store.playBytes('keys', 'B4 14 00', 2);
    store.playBytes('pads', '90 3C 60', 3);
    store.playBytes('keys', '91 3C 60', 4);
    expect(at()).toEqual({ 'key 60': 80, 'fader 1': 0 });
    store.playBytes('keys', '80 3C 40', 5);
    store.play('keys', 'fader 1', 99);
    expect(at()).toEqual({ 'key 60': 0, 'fader 1': 99 });
  });

  it('made before the bench is open are not lost', async () => {
    const store = new BenchStore();
    store.play('keys', 'key 60', 96);
    expect(server.play).not.toHaveBeenCalled();
    await store.open('', '');
    await settled();
    expect(server.play.mock.calls[0]?.[1].gestures).toHaveLength(1);
  });

  it('come in portions when there are very many', async () => {
    const store = await opened();
    server.play.mockReturnValueOnce(new Promise<News>(() => undefined));
    store.play('keys', 'key 1', 1);
    const other = await opened();
    for (let i = 0; i < 1000; i += 1) {
      other.playBytes('keys', 'F8', i);
    }
    await settled();
    const sizes = server.play.mock.calls.slice(1).map((call) => call[1].gestures.length);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(400);
    expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(1000);
  });

  it('on a closed bench do nothing', async () => {
    const store = await opened();
    store.close();
    store.play('keys', 'key 60', 96);
    await settled();
    expect(server.play).not.toHaveBeenCalled();
  });
});

it('asks again when something is due', async () => {
  const store = await opened();
  server.play.mockResolvedValueOnce(news({ heard: 99, nextDueUs: store.nowUs() + 50_000 }));
  store.play('keys', 'key 60', 96);
  await settled();
  expect(server.play).toHaveBeenCalledTimes(1);
  await vi.advanceTimersByTimeAsync(49);
  expect(server.play).toHaveBeenCalledTimes(1);
  await vi.advanceTimersByTimeAsync(2);
  expect(server.play).toHaveBeenCalledTimes(2);
  expect(server.play.mock.calls[1]?.[1].gestures).toEqual([]);
});

describe('what comes back', () => {
  it('is kept with what went out later', async () => {
    const store = await opened();
    const late = lateMade({ timeUs: 9, bytes: '80 3C 40', text: 'note off' });
    server.play.mockResolvedValueOnce(news({ heard: 99, records: [record()] }));
    store.play('keys', 'key 60', 96);
    await settled();
    server.play.mockResolvedValueOnce(news({ heard: 99, late: [late, { ...late, of: 99 }] }));
    store.play('keys', 'key 60', 0);
    await settled();
    expect(store.snapshot().passages.items).toHaveLength(1);
    expect(store.snapshot().passages.items[0]?.late).toEqual([late]);
  });

  it('says of each rule what it last did', async () => {
    const store = await opened();
    const mark = { line: 3, field: 'key', was: 'C4', now: 'C3', brief: 'key C4 → C3' };
    const out = made({ line: 4, timeUs: 1, text: 'note C3' });
    server.play.mockResolvedValueOnce(
      news({
        heard: 99,
        records: [
          record({ visits: [visit({ title: 'changes', marks: [mark] })] }),
          record({ seq: 2, visits: [visit({ title: 'sends', outs: [out] })] }),
          record({
            seq: 3,
            visits: [
              visit({ title: 'drops', tear: { line: 5, how: 'dropped', reason: 'no voice is free' } }),
            ],
          }),
        ],
      }),
    );
    store.play('keys', 'key 60', 96);
    await settled();
    expect(Object.fromEntries(store.snapshot().lastDone)).toEqual({
      changes: 'key C4 → C3',
      sends: 'note C3',
      drops: 'dropped: no voice is free',
    });
  });

  it.each([
    ['clock', ['F8'], [true]],
    ['a note', ['90 3C 64', '80 3C 40'], [false, false]],
    ['a controller again within a moment', ['B0 01 00', 'B0 01 01'], [false, true]],
    ['two controllers', ['B0 01 00', 'B0 02 01'], [false, false]],
    ['bends, whatever their value', ['E0 00 40', 'E0 11 41'], [false, true]],
    ['programs', ['C0 01', 'C0 01'], [false, false]],
  ])('tells streams apart: %s', async (_, bytes, expected) => {
    const store = await opened();
    server.play.mockResolvedValueOnce(
      news({
        heard: 99,
        records: bytes.map((each, seq) => record({ seq, bytes: each, timeUs: seq * 20_000 })),
      }),
    );
    store.play('keys', 'key 60', 96);
    await settled();
    expect(store.snapshot().passages.items.map((passage) => passage.isStream)).toEqual(expected);
  });

  it('was held back, and a later value took its place', async () => {
    const store = await opened();
    server.play.mockResolvedValueOnce(news({ heard: 99, records: [record({ due: [20_000] })] }));
    store.play('tilt', 'tilt', 5);
    await settled();
    server.play.mockResolvedValueOnce(news({ heard: 99, records: [record({ seq: 2 })], replaced: [1, 77] }));
    store.play('tilt', 'tilt', 6);
    await settled();
    expect(store.snapshot().passages.items.map(({ record: { fate } }) => fate)).toEqual([
      'dropped',
      'delivered',
    ]);
  });

  it('are heard from the moment on at which somebody listens, whenever they are told', async () => {
    const store = await opened();
    const before = store.nowUs();
    const seen: string[] = [];
    const stop = store.listen((came) => seen.push(...came.map((each) => each.bytes)));
    const now = store.nowUs();
    server.play.mockResolvedValueOnce(
      news({
        heard: 1,
        came: [
          { timeUs: before - 1000, port: 'keys', bytes: '80 30 40' },
          { timeUs: now + 1000, port: 'keys', bytes: 'B0 07 01' },
        ],
      }),
    );
    store.play('keys', 'key 60', 96);
    await settled();
    expect(seen).toEqual(['B0 07 01']);
    stop();
  });

  it('counts as heard up to what is still on its way', async () => {
    const store = await opened();
    let answer: (news: News) => void = () => {};
    server.play.mockReturnValueOnce(new Promise<News>((resolve) => (answer = resolve)));
    const before = store.nowUs();
    store.play('keys', 'key 60', 96);
    const done = store.nowUs();
    await vi.advanceTimersByTimeAsync(30);
    expect(store.heardUs()).toBeGreaterThanOrEqual(before);
    expect(store.heardUs()).toBeLessThanOrEqual(done);
    answer(news({ heard: 1 }));
    await settled();
    expect(store.heardUs()).toBeGreaterThan(done + 29_000);
  });

  it('is recorded as it came, when somebody records', async () => {
    const store = await opened();
    const seen: string[] = [];
    store.onCame = (came) => seen.push(...came.map((each) => each.bytes));
    const came = [{ timeUs: 1, port: 'keys', bytes: 'B0 63 01' }];
    server.play.mockResolvedValueOnce(news({ heard: 99, came, records: [record({ bytes: '' })] }));
    store.play('keys', 'key 60', 96);
    await settled();
    expect(seen).toEqual(['B0 63 01']);
  });

  it('forgets the oldest of very many messages', async () => {
    const store = await opened();
    const records = Array.from({ length: 24_050 }, (_, seq) => record({ seq }));
    server.play.mockResolvedValueOnce(news({ heard: 99, records }));
    store.play('keys', 'key 60', 96);
    await settled();
    const { passages } = store.snapshot();
    expect(passages.items).toHaveLength(20_000);
    expect(passages.items[0]?.record.seq).toBe(4_050);
  });
});

it('clears the zigzag and tells who listens', async () => {
  const store = await opened();
  server.play.mockResolvedValueOnce(news({ heard: 99, records: [record()] }));
  store.play('keys', 'key 60', 96);
  await settled();
  const heard = vi.fn();
  const stop = store.subscribe(heard);
  store.clear();
  expect(store.snapshot().passages.items).toEqual([]);
  expect(heard).toHaveBeenCalledOnce();
  stop();
  store.clear();
  expect(heard).toHaveBeenCalledOnce();
});
