// @vitest-environment jsdom
import { beforeEach, expect, it } from 'vitest';
import { keepTicks, readTicks, tickOf, withTick } from './ticks';

beforeEach(() => localStorage.clear());

it('keeps what passed and what did not, each step once', () => {
  const one = { unit: 'treadle', control: 'Switch 1' };
  const other = { unit: 'strip', control: 'Fader 1' };
  const ticks = withTick(withTick(withTick([], one, 0), other, 1), one, 1);
  keepTicks('r', ticks);
  expect(tickOf(readTicks('r'), one)).toBe(1);
  expect(tickOf(readTicks('r'), other)).toBe(1);
  expect(readTicks('r')).toHaveLength(2);
  expect(tickOf(readTicks('another'), one)).toBeUndefined();
});

it('reads what an earlier browser has kept, and nothing that is damaged', () => {
  localStorage.setItem('test-run-r', '{"treadle\\tSwitch 1": 1, "strip\\tFader 1": 0, "x": 7}');
  expect(readTicks('r')).toEqual([
    { unit: 'treadle', control: 'Switch 1', passed: 1 },
    { unit: 'strip', control: 'Fader 1', passed: 0 },
  ]);
  localStorage.setItem('test-run-r', '[null, {"unit": "a"}, {"unit": "a", "control": "b", "passed": 1}]');
  expect(readTicks('r')).toEqual([{ unit: 'a', control: 'b', passed: 1 }]);
  localStorage.setItem('test-run-r', '{');
  expect(readTicks('r')).toEqual([]);
});
