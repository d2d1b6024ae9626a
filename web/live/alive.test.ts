import { expect, test } from 'vitest';
import type { Lead, LivePicture } from '../api/types';
import { aliveOf, socketOf, socketWords } from './alive';

type Port = LivePicture['ports'][number];

const port = (name: string, change: Partial<Port>): Port => ({
  port: name,
  in: null,
  out: null,
  inDevice: null,
  outDevice: null,
  came: 0,
  sent: 0,
  keptBack: 0,
  isMuted: false,
  isStuck: false,
  isBack: false,
  ...change,
});
const picture = (...ports: Port[]) => ({ ports }) as LivePicture;
const lead = (plug: string) => ({ id: 'l', a: { unit: 'post', plug }, b: { unit: 'x', plug: 'in' } }) as Lead;

test('each end in the post is open, not there, or bare', () => {
  const alive = aliveOf(
    picture(
      port('keys', { in: '/dev/a', inDevice: 'Keys' }),
      port('synths', { outDevice: 'Synths' }),
      port('desk', { in: '/dev/d', inDevice: 'Desk', outDevice: 'Desk' }),
      port('lantern', {}),
    ),
    null,
  );
  const words = (plug: string) => socketWords(socketOf(alive, lead(plug)));
  expect(words('keys')).toBe('; Keys is open');
  expect(words('synths')).toBe('; Synths is not there');
  expect(words('desk in')).toBe('; Desk is open');
  expect(words('desk out')).toBe('; Desk is not there');
  expect(words('lantern')).toBe('');
  expect(socketOf(alive, lead('attic'))).toBeNull();
  expect(socketOf(null, lead('keys'))).toBeNull();
});

test('what has passed since the last look is lit, and nothing at the first', () => {
  const before = picture(port('keys', { came: 3, in: 'a' }), port('synths', { sent: 5, out: 'b' }));
  const now = picture(port('keys', { came: 4, in: 'a' }), port('synths', { sent: 5, out: 'b' }));
  expect(aliveOf(now, before).get('keys')?.isLit).toBe(true);
  expect(aliveOf(now, before).get('synths')?.isLit).toBe(false);
  expect(aliveOf(now, null).get('keys')?.isLit).toBe(false);
});
