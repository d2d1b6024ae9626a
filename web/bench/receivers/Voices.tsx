import type { DeviceView } from '../../api/types';

/** The voices of a device: which plays, which is only held by the pedal, and which is free. */
export function Voices({ view, isDense }: { view: DeviceView; isDense: boolean }) {
  const voices = view.voices ?? [];
  return (
    <>
      <ol className="grid grid-cols-4 gap-1.5" aria-label="Voices">
        {voices.map((voice, index) => (
          <li
            // The position is what a voice is.
            key={index}
            className={`flex ${isDense || voices.length > 4 ? 'h-9' : 'h-14'} flex-col items-center justify-center rounded-field border-2 ${voice === null ? 'border-base-300' : voice.isDown ? 'border-secondary bg-secondary text-secondary-content' : 'border-dashed border-secondary'}`}
          >
            {voice === null ? (
              <span className="text-xs">free</span>
            ) : (
              <>
                <span className="text-lg leading-5 font-semibold">{voice.name}</span>
                <span className="font-mono text-xs leading-3">{voice.isDown ? voice.velocity : 'held'}</span>
              </>
            )}
          </li>
        ))}
      </ol>
      {view.stolen > 0 && <p className="text-xs text-warning">{view.stolen} stolen</p>}
    </>
  );
}
