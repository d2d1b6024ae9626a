// @vitest-environment jsdom
import { expect, it } from 'vitest';
import type { Target } from '../api/types';
import { groupOf, ranked, recentTargets, rememberTarget, sortOf } from './rank';

const target = (what: string, unit: string | null, title: string, words: string) =>
  ({ what, unit, title, words }) as Target;
const ALL = [
  target('program', 'brine', 'Harbour', 'Brine: program 1, Harbour'),
  target('program', 'brine', '7', 'Brine: program 7'),
  target('parameter', 'brine', 'Mix', 'Brine: Mix'),
  target('parameter', 'drive', 'Bypass', 'Drive: Bypass'),
  target('play', 'moths', '', 'Moths: play its keys'),
  target('scene', null, 'Storm', 'Scene: Storm'),
  target('tap', null, 'crossing', 'Clock crossing: tap the tempo'),
];
const words = (sort: 'switch' | 'fader' | 'keys', recent: string[] = [], typed = '') =>
  ranked(ALL, sort, recent, typed).map((each) => each.words);

it('offers a switch scenes, bypasses and named programs first, and a fader parameters', () => {
  expect(words('switch').slice(0, 4)).toEqual([
    'Scene: Storm',
    'Drive: Bypass',
    'Brine: program 1, Harbour',
    'Clock crossing: tap the tempo',
  ]);
  expect(words('fader')[0]).toBe('Brine: Mix');
  expect(words('keys')[0]).toBe('Moths: play its keys');
});

it('finds programs without a name by typing only', () => {
  expect(words('switch')).not.toContain('Brine: program 7');
  expect(words('switch', [], 'brine 7')).toEqual(['Brine: program 7']);
});

it('puts what was used last first', () => {
  localStorage.clear();
  rememberTarget('Brine: Mix');
  rememberTarget('Scene: Storm');
  rememberTarget('Brine: Mix');
  expect(recentTargets()).toEqual(['Brine: Mix', 'Scene: Storm']);
  expect(words('switch', recentTargets()).slice(0, 2)).toEqual(['Brine: Mix', 'Scene: Storm']);
  localStorage.setItem('targets used last', '{');
  expect(recentTargets()).toEqual([]);
});

it('tells a fader from a switch by what it was taken for', () => {
  expect([['fader or pedal'], ['momentary switch'], ['encoder'], ['keys']].map(sortOf)).toEqual([
    'fader',
    'switch',
    'fader',
    'keys',
  ]);
});

it('stands below what it belongs to', () => {
  const song = target('go', null, 'next song', 'Song: the next one');
  expect([...ALL, song].map((each) => groupOf(each, ['Scene: Storm']))).toEqual([
    'Brine',
    'Brine',
    'Brine',
    'Drive',
    'Moths',
    'Used last',
    'Clocks',
    'Songs',
  ]);
});
