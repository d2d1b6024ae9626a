// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Refusal } from '../api/client';
import type { Checked, Rulebook } from '../api/types';
import { RulesSession, type TextView } from './RulesSession';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { writeDocument: vi.fn(), judgeDocument: vi.fn(), format: vi.fn() },
}));

const server = vi.mocked(api);
const rulebook = (change: Partial<Rulebook> = {}) =>
  ({ id: 'r1', name: 'Ferry', text: 'one', version: 1, changedBy: '', ...change }) as Rulebook;
const checked = (text: string) =>
  ({
    runs: !text.includes('wrong'),
    book: text.includes('wrong') ? null : `book of ${text}`,
    findings: [],
  }) as unknown as Checked;

/** A session whose text is shown, and what the editor was made to show. */
function opened(book = rulebook()) {
  const shown: string[] = [];
  const change = vi.fn((text: string) => Promise.resolve<Checked | null>(checked(text)));
  const session = new RulesSession(book, { change, rig: 'ferry' });
  const view: TextView = {
    showLine: vi.fn(),
    apply: vi.fn(),
    rename: vi.fn(),
    undo: vi.fn(),
    redo: vi.fn(),
    replaceAll: (text) => shown.push(text),
  };
  const leave = session.showIn(view);
  return { session, change, shown, view, leave };
}

const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  vi.useFakeTimers();
  let version = 1;
  server.writeDocument.mockImplementation((_, body) =>
    Promise.resolve(rulebook({ ...body, version: ++version })),
  );
  server.judgeDocument.mockResolvedValue(rulebook());
});
afterEach(() => {
  localStorage.clear();
  vi.useRealTimers();
  vi.resetAllMocks();
});

describe('what is typed', () => {
  it('is known at once, stored and checked after a pause, and judged as good later', async () => {
    const { session, change } = opened();
    session.typed('two');
    expect(session.text()).toBe('two');
    expect(change).not.toHaveBeenCalled();
    await pass(300);
    expect(change).toHaveBeenCalledExactlyOnceWith('two');
    expect(server.writeDocument).toHaveBeenCalledExactlyOnceWith('r1', {
      name: 'Ferry',
      text: 'two',
      version: 1,
    });
    expect(session.state.snapshot().checked?.book).toBe('book of two');
    await pass(1_500);
    expect(server.judgeDocument).toHaveBeenCalledExactlyOnceWith('r1', 2, 'ferry');
  });

  it('with an error is never judged as good', async () => {
    const { session } = opened();
    session.typed('wrong');
    await pass(5_000);
    expect(session.state.snapshot().checked?.runs).toBe(false);
    expect(server.judgeDocument).not.toHaveBeenCalled();
  });

  it('counts, not what was found in an earlier text', async () => {
    const { session, change } = opened();
    let answer: (found: Checked) => void = () => undefined;
    change.mockReturnValueOnce(new Promise<Checked>((resolve) => (answer = resolve)));
    session.typed('wrong');
    await pass(250);
    session.typed('two');
    answer(checked('wrong'));
    await pass(250);
    expect(session.state.snapshot().checked?.runs).toBe(true);
  });
});

it('shows what another window has made, says so, and puts it to work', async () => {
  const { session, change, shown } = opened();
  session.changedElsewhere(rulebook({ text: 'theirs', version: 7, changedBy: 'Bo' }));
  await pass(0);
  expect([shown, session.text(), session.saver.version()]).toEqual([['theirs'], 'theirs', 7]);
  expect(change).toHaveBeenCalledExactlyOnceWith('theirs');
  expect(session.state.snapshot().told).toContain('Changed in another window by Bo');
  session.typed('theirs and mine');
  expect(session.state.snapshot().told).toBeNull();
});

it.each([
  [true, 'mine', []],
  [false, 'theirs', ['theirs']],
])('goes on with either side after a conflict: mine %s', async (keepMine, text, shows) => {
  const theirs = rulebook({ text: 'theirs', version: 5 });
  const { session, shown } = opened();
  server.writeDocument.mockRejectedValueOnce(new Refusal('changed elsewhere', 409, { current: theirs }));
  session.typed('mine');
  await pass(300);
  expect(session.saver.state.snapshot()).toEqual({ is: 'conflict', theirs });
  session.resolve(theirs, keepMine);
  await pass(300);
  expect([session.text(), shown, session.saver.state.snapshot().is]).toEqual([text, shows, 'saved']);
});

it('takes what an earlier page could not save as if it were typed', async () => {
  localStorage.setItem('unsaved r1', JSON.stringify({ name: 'Ferry', text: 'left', version: 1 }));
  const { session, shown } = opened();
  session.takeLeftCopy();
  await pass(300);
  expect([shown, session.text(), session.saver.offered.snapshot()]).toEqual([['left'], 'left', null]);
  expect(server.writeDocument.mock.calls[0]?.[1].text).toBe('left');
});

it('tidies the text, or says why not', async () => {
  const { session, shown } = opened();
  server.format.mockResolvedValueOnce({ text: 'tidy' });
  await session.tidy();
  expect([shown, session.text()]).toEqual([['tidy'], 'tidy']);
  server.format.mockRejectedValueOnce(new Error('line 3: what is this?'));
  await session.tidy();
  expect([session.text(), session.state.snapshot().told]).toEqual(['tidy', 'line 3: what is this?']);
});

it('lets the editor that shows it do the rest, and nobody once it is gone', () => {
  const { session, view, leave } = opened();
  const edits = [{ fromLine: 1, fromColumn: 1, toLine: 1, toColumn: 1, text: 'x' }];
  session.apply(edits);
  session.showLine(3);
  session.rename();
  leave();
  session.apply(edits);
  expect(view.apply).toHaveBeenCalledExactlyOnceWith(edits);
  expect(view.showLine).toHaveBeenCalledExactlyOnceWith(3);
  expect(view.rename).toHaveBeenCalledOnce();
});
