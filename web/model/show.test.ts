import { expect, it } from 'vitest';
import type { Rig } from '../api/types';
import { addSetList, addSong, changeSong, leaveOut, moveSong, order, putIn, showOf, placeOf } from './show';

const EMPTY = { schema: 1, name: 'Ferry', charts: {}, units: [] } as unknown as Rig;
const titles = (rig: Rig) => order(rig).map((song) => song.title);

it('songs are put in, moved, left out and played twice without touching the others', () => {
  const three = ['Casting off', 'Storm', 'Storm'].reduce(addSong, EMPTY);
  expect(showOf(three).songs.map((song) => song.id)).toEqual(['casting-off', 'storm', 'storm-2']);
  expect(titles(moveSong(three, 2, -2))).toEqual(['Storm', 'Casting off', 'Storm']);
  expect(titles(moveSong(three, 0, -5))).toEqual(titles(three));
  expect(titles(leaveOut(three, 0))).toEqual(['Storm', 'Storm']);
  expect(titles(putIn(leaveOut(three, 0), 'casting-off'))).toEqual(['Storm', 'Storm', 'Casting off']);
  expect(showOf(leaveOut(three, 0)).songs).toHaveLength(3);
});

it('another set list has its own order, and one is loaded', () => {
  const two = addSetList(['A', 'B'].reduce(addSong, EMPTY), 'Short');
  const short = leaveOut(two, 0);
  expect(titles(short)).toEqual(['B']);
  expect(showOf(short).setLists.map((list) => list.songs)).toEqual([['a', 'b'], ['b']]);
});

it('a song is changed, and only that one', () => {
  const rig = changeSong(['A', 'B'].reduce(addSong, EMPTY), 'b', (song) => ({ ...song, tempo: 90 }));
  expect(order(rig).map((song) => song.tempo)).toEqual([undefined, 90]);
});

it('a scene that is called belongs to the song that is played, or to the next one that has it', () => {
  const songs = [['A'], ['A', 'B'], ['B'], ['C']].map((scenes, index) => ({
    id: String(index),
    title: String(index),
    scenes,
  }));
  expect([
    placeOf(songs, 1, 'A'),
    placeOf(songs, 0, 'B'),
    placeOf(songs, 3, 'A'),
    placeOf(songs, 2, 'Z'),
  ]).toEqual([1, 1, 0, 2]);
});
