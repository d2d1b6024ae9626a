import type { SamplerView } from '../../api/types';

/** The parts of a sampler with their levels in per cent. */
export function SamplerFace({ view, isDense }: { view: SamplerView; isDense: boolean }) {
  return (
    <ol className={`flex gap-1 ${isDense ? 'h-10' : 'h-16'}`} aria-label="Levels of the parts">
      {view.levels.map((level, index) => (
        <li key={index} className="flex flex-1 flex-col items-center text-xs">
          <span className="flex w-full flex-1 items-end rounded-sm bg-base-300">
            <span
              className="w-full rounded-sm bg-secondary"
              style={{ height: `${(level / 16383) * 100}%` }}
            />
          </span>
          <b className="font-mono">{Math.round((level / 16383) * 100)}</b>
        </li>
      ))}
    </ol>
  );
}
