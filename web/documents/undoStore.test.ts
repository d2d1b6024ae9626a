// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { recallSteps, rememberSteps } from './undoStore';

beforeEach(() => localStorage.clear());

describe('what can be undone', () => {
  it('is there again after a reload', () => {
    const [a, b, c, d] = [{ n: 1 }, { n: 2 }, { n: 2, l: [1] }, { n: 2, l: [1, 2] }];
    rememberSteps<object>('rig', c, { past: [a, b], future: [d] });
    expect(recallSteps<object>('rig', c)).toEqual({ past: [a, b], future: [d] });
    expect(recallSteps('other', c)).toEqual({ past: [], future: [] });
  });

  it('is forgotten where the document has become another meanwhile', () => {
    rememberSteps('rig', { n: 2 }, { past: [{ n: 1 }], future: [] });
    expect(recallSteps('rig', { n: 3 })).toEqual({ past: [], future: [] });
  });

  it('gives up the farthest steps where there are too many', () => {
    const steps = Array.from({ length: 60 }, (_, index) => ({ n: String(index).repeat(10_000) }));
    const now = steps.at(-1) ?? { n: '' };
    rememberSteps('rig', now, { past: steps.slice(0, -1), future: [] });
    const { past } = recallSteps('rig', now);
    expect(past.length).toBeGreaterThan(10);
    expect(past.length).toBeLessThan(40);
    expect(past.at(-1)).toEqual(steps.at(-2));
  });

  it('survives what is damaged in the store', () => {
    for (const damaged of ['', '{', '[]', '{"sum":5}', '"x"', 'null']) {
      localStorage.setItem('undo of rig', damaged);
      expect(recallSteps('rig', {})).toEqual({ past: [], future: [] });
    }
  });
});
