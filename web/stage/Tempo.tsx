import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { tempoOf } from './tempoOf';

/** The tempo, large, with a lamp that lights on the beat: of the clock that runs, or as the set list says. */
export function Tempo({ store, song }: { store: BenchStore; song: number | undefined }) {
  const clocks = usePart(store, (state) => state.clocks);
  const tempo = tempoOf(clocks, song);
  if (tempo === null) {
    return null;
  }
  const beatMs = 60_000 / tempo.bpm;
  const sinceBeatMs =
    tempo.beatAtUs === null ? 0 : (((store.nowUs() - tempo.beatAtUs) / 1000) % beatMs) + beatMs;
  return (
    <div className="text-right" aria-label="Tempo" role="group">
      <p className="flex items-center justify-end gap-3 font-mono text-5xl font-bold">
        <span
          key={`${tempo.bpm} ${tempo.beatAtUs}`}
          className="stage-beat size-8 rounded-full bg-primary"
          style={{ animationDuration: `${beatMs}ms`, animationDelay: `-${sinceBeatMs}ms` }}
        />
        {Math.round(tempo.bpm * 10) / 10}
      </p>
      <p className="text-xl">{tempo.says}</p>
    </div>
  );
}
