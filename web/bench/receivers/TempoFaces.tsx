import type { DrumsView, EchoView } from '../../api/types';

/** An echo and the tempo that it feels. */
export function EchoFace({ view }: { view: EchoView }) {
  return (
    <p className="flex items-baseline gap-2">
      <b className="font-mono text-3xl text-primary">{view.tempo.toFixed(1)}</b>
      <span className="text-xs">
        beats a minute, {view.source === 'as it was' ? 'as it was' : `by ${view.source}`}
      </span>
    </p>
  );
}

/** A drum box, moved on by pulses. */
export function DrumsFace({ view }: { view: DrumsView }) {
  return (
    <>
      <ol className="grid grid-cols-8 gap-1" aria-label="Steps of the drum box">
        {Array.from({ length: 8 }, (_, index) => (
          <li
            key={index}
            className={`h-7 rounded-field border-2 text-center text-sm ${view.step === index + 1 ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40'}`}
          >
            {index + 1}
          </li>
        ))}
      </ol>
      <p className="mt-1 text-xs">
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
