import type { News } from '../api/types';

type Clock = NonNullable<News['clocks']>[number];

export interface StageTempo {
  bpm: number;
  /** A time of the bench at which a beat falls; null where no clock runs. */
  beatAtUs: number | null;
  says: string;
}

/** The tempo to play to: that of the first clock that runs; else that of the song, else of a clock that stands. */
export function tempoOf(clocks: readonly Clock[], song: number | undefined): StageTempo | null {
  const running = clocks.find((clock) => clock.isRunning);
  if (running !== undefined) {
    const isOther = song !== undefined && Math.abs(song - running.bpm) > 0.5;
    return {
      bpm: running.bpm,
      beatAtUs: running.beatAtUs,
      says: isOther ? `clock ${running.name}; the song says ${song}` : `clock ${running.name}`,
    };
  }
  if (song !== undefined) {
    return { bpm: song, beatAtUs: null, says: 'as the set list says' };
  }
  const standing = clocks[0];
  return standing === undefined
    ? null
    : { bpm: standing.bpm, beatAtUs: null, says: `clock ${standing.name}, stopped` };
}
