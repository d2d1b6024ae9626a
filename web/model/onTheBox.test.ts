import { expect, it } from 'vitest';
import { ticked, tickOn, unticked } from './onTheBox';

it('ticks a value of a setting with who and when, and another value has no tick', () => {
  const ticks = ticked({}, 'brine', 'channel', 5, 'Ada');
  expect(tickOn(ticks, 'brine', 'channel', 5)).toMatchObject({ state: 'set', by: 'Ada' });
  expect(tickOn(ticks, 'brine', 'channel', 6)).toBeNull();
  expect(tickOn(ticks, 'brine', 'channel', undefined)).toBeNull();
  expect(tickOn(ticks, 'moths', 'channel', 5)).toBeNull();
  expect(tickOn(ticked({}, 'brine', 'channel', 5, ''), 'brine', 'channel', 5)).not.toHaveProperty('by');
});

it('leaves other ticks and what is done as they are', () => {
  const before = ticked({ done: { job: { at: 'x' } } }, 'brine', 'channel', 5, 'Ada');
  const both = ticked(before, 'brine', 'local', 'off', 'Bo');
  expect(tickOn(unticked(both, 'brine', 'local'), 'brine', 'channel', 5)).toMatchObject({ by: 'Ada' });
  expect(tickOn(unticked(both, 'brine', 'local'), 'brine', 'local', 'off')).toBeNull();
  expect(unticked(both, 'brine', 'local').done).toEqual({ job: { at: 'x' } });
  expect(unticked(both, 'moths', 'local')).toBe(both);
});
