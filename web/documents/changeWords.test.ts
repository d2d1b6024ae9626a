import { expect, it } from 'vitest';
import { changeWords } from './changeWords';

const rig = {
  units: [
    { name: 'board', label: 'Foot board', settings: { tx: { value: 1 } } },
    { name: 'moths', settings: {} },
  ],
  leads: [{ id: 'keys' }, { id: 'moths' }],
  show: { songs: [{ id: 's1', title: 'Storm', tempo: 90 }] },
};

it('says what a change is about, as people call it', () => {
  const [board, moths] = rig.units;
  expect([
    changeWords(rig, { ...rig, units: [{ ...board, settings: { tx: { value: 5 } } }, moths] }),
    changeWords(rig, { ...rig, units: [board], leads: [rig.leads[0]] }),
    changeWords(rig, { ...rig, show: { songs: [{ ...rig.show.songs[0], tempo: 96 }] } }),
    changeWords(rig, { ...rig, leads: [...rig.leads, { id: 'power' }] }),
    changeWords(rig, { ...rig, showHours: 3 }),
    changeWords(rig, rig),
  ]).toEqual([
    'Foot board, tx, value',
    'moths; lead, moths',
    'song, Storm, tempo',
    'lead, power',
    'hours of the show',
    'nothing',
  ]);
});

it('counts where it is about many things', () => {
  const units = ['a', 'b', 'c', 'd', 'e'].map((name) => ({ name, place: 'pit' }));
  expect(changeWords({ units }, { units: units.map((unit) => ({ ...unit, place: 'rack' })) })).toBe(
    'a, place, and 4 more',
  );
});
