import type { SynthView } from '../../api/types';

/** What a synth is doing: its voices, where its controllers stand. */
export function SynthFace({ view, isDense }: { view: SynthView; isDense: boolean }) {
  return (
    <>
      <ol className="grid grid-cols-4 gap-1.5" aria-label="Voices">
        {view.voices.map((voice, index) => (
          <li
            // The position is what a voice is.
            key={index}
            className={`flex ${isDense ? 'h-10' : 'h-14'} flex-col items-center justify-center rounded-field border-2 ${voice === null ? 'border-base-300' : voice.isDown ? 'border-secondary bg-secondary text-secondary-content' : 'border-dashed border-secondary'}`}
          >
            {voice === null ? (
              <span className="text-xs">free</span>
            ) : (
              <>
                <span className={`font-semibold ${isDense ? 'text-lg leading-5' : 'text-xl leading-6'}`}>
                  {voice.name}
                </span>
                <span className={`font-mono text-xs ${isDense ? 'leading-3' : ''}`}>
                  {voice.isDown ? voice.velocity : 'held'}
                </span>
              </>
            )}
          </li>
        ))}
      </ol>
      <p className={`flex gap-3 ${isDense ? 'h-4' : 'mt-1.5 h-5'} overflow-hidden text-xs whitespace-nowrap`}>
        {view.controllers.slice(0, 4).map(({ number, value }) => (
          <span key={number}>
            CC {number} <b className="font-mono">{value}</b>
          </span>
        ))}
        {view.bend !== 0 && (
          <span>
            bend <b className="font-mono">{view.bend}</b>
          </span>
        )}
        {view.stolen > 0 && <span className="ml-auto text-warning">{view.stolen} stolen</span>}
      </p>
    </>
  );
}
