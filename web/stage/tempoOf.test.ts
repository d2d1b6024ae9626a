import { describe, expect, it } from 'vitest';
import { tempoOf } from './tempoOf';

const lead = { name: 'lead', bpm: 104, isRunning: true, beatAtUs: 2_000_000 };

describe('the tempo on the stage', () => {
  it('is that of the clock that runs, and says so where the song wants another', () => {
    expect(tempoOf([lead], 104)).toEqual({ bpm: 104, beatAtUs: 2_000_000, says: 'clock lead' });
    expect(
      tempoOf(
        [
          { ...lead, isRunning: false },
          { ...lead, name: 'host', bpm: 90 },
        ],
        104,
      ),
    ).toEqual({
      bpm: 90,
      beatAtUs: 2_000_000,
      says: 'clock host; the song says 104',
    });
  });

  it('is that of the song where no clock runs, and that of a clock that stands where there is no song', () => {
    expect(tempoOf([{ ...lead, isRunning: false }], 96)?.bpm).toBe(96);
    expect(tempoOf([{ ...lead, isRunning: false }], undefined)).toEqual({
      bpm: 104,
      beatAtUs: null,
      says: 'clock lead, stopped',
    });
    expect(tempoOf([], undefined)).toBeNull();
  });
});
