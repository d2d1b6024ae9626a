import { expect, it } from 'vitest';
import type { Passage } from '../../session/passages';
import { late as lateMade, made, record, visit } from '../../session/samples';
import { explain, seconds } from './explain';

function told(change: Parameters<typeof record>[0], late: Passage['late'] = []): string {
  return explain({ record: record(change), late, isStream: false }).join(' ');
}

it('says where a message came in', () => {
  expect(told({})).toContain('At 1.0 ms a note C4, velocity 100, channel 1 came in at keys (90 3C 64).');
});

it('says that nobody took it', () => {
  expect(told({ fate: 'unclaimed' })).toContain('No rule took it');
});

it('says what a rule changed, on which line, and where it left', () => {
  const text = told({
    visits: [
      visit({
        marks: [{ line: 14, field: 'channel', was: '1', now: '3', brief: 'ch 1 → 3' }],
        outs: [made({ line: 15, text: 'note C4' })],
      }),
    ],
  });
  expect(text).toContain('Rule “Left hand” on line 12 changed channel from 1 to 3 (line 14).');
  expect(text).toContain('It left at moths as note C4 (92 3C 64).');
});

it('says why it was dropped', () => {
  const tear = { line: 14, how: 'rejected', reason: 'key out of range' };
  expect(told({ fate: 'rejected', visits: [visit({ tear })] })).toContain(
    'It was rejected there, on line 14: key out of range.',
  );
});

it('says what left later, under the rule that made it', () => {
  const late = [lateMade({ timeUs: 251_000, bytes: '80 3C 40', text: 'note off C4' })];
  expect(told({ visits: [visit()] }, late)).toContain('250.0 ms later note off C4 (80 3C 40) left at moths.');
});

it('says which voice a note takes, and which note makes way', () => {
  const off = made({ bytes: '82 3C 40', text: 'note off C4', remark: 'makes way' });
  const on = { ...off, bytes: '92 44 60', text: 'note on G#4', remark: 'voice 1', voice: 1 };
  const text = told({ visits: [visit({ outs: [off, on] })] });
  expect(text).toContain('It left at moths as note off C4 (82 3C 40), the oldest note, to make way.');
  expect(text).toContain('It left at moths as note on G#4 (92 44 60), on voice 1.');
});

it('says that a later value took its place', () => {
  const text = told({
    fate: 'dropped',
    reason: 'a later value took its place',
    visits: [visit()],
    due: [20_000],
  });
  expect(text).toContain('A later value took its place.');
});

it('says that a rule had nothing to send', () => {
  expect(told({ fate: 'handled', visits: [visit()] })).toContain('Nothing was sent for it.');
});

it.each([
  [0, '0.0 ms'],
  [999_900, '999.9 ms'],
  [1_000_000, '1.000 s'],
])('writes %i microseconds as %s', (timeUs, text) => expect(seconds(timeUs)).toBe(text));
