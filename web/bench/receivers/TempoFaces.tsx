import type { DrumsView, EchoView } from '../../api/types';

/** An echo and the tempo that it feels. */
export function EchoFace({ view, isDense }: { view: EchoView; isDense: boolean }) {
  return (
    <p className="flex items-baseline gap-2">
      <b className={`font-mono text-primary ${isDense ? 'text-2xl leading-7' : 'text-3xl'}`}>
        {view.tempo.toFixed(1)}
      </b>
      <span className="text-xs">beats a minute, by {view.source}</span>
    </p>
  );
}

/** A drum box, moved on by pulses. */
export function DrumsFace({ view, isDense }: { view: DrumsView; isDense: boolean }) {
  return (
    <>
      <ol className="grid grid-cols-8 gap-1" aria-label="Steps of the drum box">
        {Array.from({ length: 8 }, (_, index) => (
          <li
            key={index}
            className={`${isDense ? 'h-6 leading-5' : 'h-7'} rounded-field border-2 text-center text-sm ${view.step === index + 1 ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40'}`}
          >
            {index + 1}
          </li>
        ))}
      </ol>
      <p className={`text-xs ${isDense ? '' : 'mt-1'}`}>
        {view.pulses} pulses
        {view.tempo !== null && (
          <>
            , <b className="font-mono">{view.tempo.toFixed(1)}</b> beats a minute
          </>
        )}
      </p>
    </>
  );
}
