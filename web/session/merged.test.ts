import { expect, it } from 'vitest';
import { merged } from './merged';

const part = (name: string, hits: number) => ({ name, hits });
const name = (each: { name: string }) => each.name;

it('puts in what has changed, and leaves the rest as it is', () => {
  const was = [part('a', 1), part('b', 2)];
  const now = merged(was, [part('b', 3)], false, name);
  expect(now).toEqual([part('a', 1), part('b', 3)]);
  expect(now[0]).toBe(was[0]);
});

it('is the same list where nothing has changed, and another where everything may have', () => {
  const was = [part('a', 1)];
  expect(merged(was, [], false, name)).toBe(was);
  expect(merged(was, [], true, name)).toEqual([]);
});
