import { describe, expect, it } from 'vitest';
import { offers } from './completion';

const names = {
  in: ['keys'],
  out: ['moths', 'gulls'],
  tables: ['kit'],
  curves: ['soft'],
  memories: ['octave'],
  groups: ['songs'],
  stacks: ['storm'],
  clocks: ['lead'],
  scenes: ['Harbour'],
};
const labels = (before: string) => offers(before, names).map((option) => option.label);

describe('completion offers', () => {
  it.each([
    ['  from ', 'keys'],
    ['  send ', 'moths'],
    ['  send moths, ', 'gulls'],
    ['  post program 3 to ', 'gulls'],
    ['  take ', 'note'],
    ['  take cc 3 where ', 'octave'],
    ['  map key ', 'kit'],
    ['  scale value 0..9 to 0..9 curve ', 'soft'],
    ['  set ', 'velocity'],
    ['  set key = ', 'octave'],
    ['  remember ', 'octave'],
    ['port lamp ', 'out'],
    ['  take cc 3 ', 'held'],
    ['  do ', 'storm'],
    ['  on enter do ', 'storm'],
    ['  on leave ', 'release'],
    ['  choose ', 'songs'],
    ['  choose songs ', 'octave'],
    ['group songs of ', 'keys'],
    ['  go ', '"Harbour"'],
    ['  tap ', 'lead'],
    ['  only ', 'index'],
    ['  ', 'become'],
    ['', 'rule'],
  ])('after "%s" among others %s', (before, expected) => {
    expect(labels(before)).toContain(expected);
  });

  it('no in port where something is sent', () => {
    expect(labels('  send ')).not.toContain('keys');
  });
});
