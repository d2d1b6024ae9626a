import { describe, expect, it } from 'vitest';
import { difference, patched } from './patches';

/** The same numbers in every run. */
function random(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor((state / 2_147_483_648) * below);
  };
}

function some(next: (below: number) => number, depth: number): unknown {
  const what = next(depth > 3 ? 3 : 5);
  if (what === 3) {
    return Array.from({ length: next(5) }, () => some(next, depth + 1));
  }
  return what === 4
    ? Object.fromEntries(
        Array.from({ length: next(5) }, () => ['abcde'.charAt(next(5)), some(next, depth + 1)]),
      )
    : ([null, next(3), 'x'] as const)[what as 0 | 1 | 2];
}

describe('patches', () => {
  it('make of any document any other', () => {
    for (let seed = 1; seed <= 3000; seed += 1) {
      const next = random(seed);
      const [before, after] = [some(next, 0), some(next, 0)];
      const kept = JSON.parse(JSON.stringify(difference(before, after))) as ReturnType<typeof difference>;
      expect(patched(before, kept), `seed ${seed}`).toEqual(after);
    }
  });

  it('are small where a document is changed in one place', () => {
    const units = Array.from({ length: 40 }, (_, index) => ({
      name: `unit${index}`,
      settings: { channel: 1 },
    }));
    const rig = { name: 'Ferry', units };
    const moved = { ...rig, units: units.map((unit, at) => (at === 7 ? { ...unit, label: 'Moths' } : unit)) };
    expect(difference(rig, moved)).toEqual([{ at: ['units', 7, 'label'], value: 'Moths' }]);
    expect(difference(moved, rig)).toEqual([{ at: ['units', 7, 'label'], gone: true }]);
    const without = { ...rig, units: units.filter((_, at) => at !== 12) };
    expect(difference(rig, without)).toEqual([{ at: ['units'], from: 12, count: 1, items: [] }]);
    expect(difference(without, rig)).toEqual([{ at: ['units'], from: 12, count: 0, items: [units[12]] }]);
    expect(difference(rig, rig)).toEqual([]);
  });

  it('leave what they are not about as the same objects', () => {
    const before = { a: { b: 1 }, c: [{ d: 1 }, { d: 2 }] };
    const after = patched(before, [{ at: ['c', 1, 'd'], value: 3 }]) as typeof before;
    expect(after.a).toBe(before.a);
    expect(after.c[0]).toBe(before.c[0]);
    expect(after.c[1]).toEqual({ d: 3 });
  });
});
