import { expect, test } from 'vitest';
import type { LiveMessage, LivePicture } from '../api/types';
import { pictured } from './pictured';

const picture = { scene: 1, ports: [{ port: 'keys', came: 3 }] } as unknown as LivePicture;
const later = (number: number, ...changes: LiveMessage['changes'] & object): LiveMessage => ({
  number,
  changes,
});

test('a picture, then what changes of it', () => {
  const first = pictured(null, { number: 7, picture });
  expect(first).toEqual({ number: 7, picture });
  const next = pictured(first, later(8, { op: 'replace', path: '/ports/0/came', value: 4 }));
  expect(next).toMatchObject({ number: 8, picture: { scene: 1, ports: [{ port: 'keys', came: 4 }] } });
  expect(first).toEqual({ number: 7, picture });
});

test('where a change is missing, or does not fit, all is asked for anew', () => {
  const first = pictured(null, { number: 7, picture });
  expect(pictured(null, later(8))).toBeNull();
  expect(pictured(first, later(9))).toBeNull();
  expect(pictured(first, later(8, { op: 'replace', path: '/ports/4/came', value: 4 }))).toBeNull();
  expect(pictured(first, { number: 8 })).toBeNull();
  expect(pictured(null, { number: 2, picture })).toEqual({ number: 2, picture });
});
