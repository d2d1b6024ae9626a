import type { DeviceView } from '../../api/types';
import { swatch } from '../../ui/colours';
import { Voices } from './Voices';

/** A device as its chart makes it: the program it shows, what sounds, its tempo, and the parameters moved last. */
export function DeviceFace({ view, isDense }: { view: DeviceView; isDense: boolean }) {
  const notes = view.voices === null ? view.notes : [];
  const shown = view.values.slice(0, isDense ? 3 : 6);
  return (
    <div className="flex min-h-8 flex-col gap-1">
      {view.voices !== null && <Voices view={view} isDense={isDense} />}
      {(view.program !== null || notes.length > 0) && (
        <p className="flex flex-wrap items-baseline gap-x-2">
          {view.program !== null && (
            <>
              <span
                className="rounded-field border-2 border-primary px-2 font-mono text-xl font-semibold text-primary"
                role="img"
                aria-label={`Program ${view.program.shown}`}
              >
                {view.program.shown}
              </span>
              <span className="truncate font-semibold">{view.program.name}</span>
            </>
          )}
          {notes.map((note) => (
            <span key={note} className="rounded bg-secondary px-2 font-semibold text-secondary-content">
              {note}
            </span>
          ))}
        </p>
      )}
      {shown.map((each) => (
        <label key={each.name} className="flex items-center gap-2 text-xs">
          <span className="w-24 truncate" title={each.name}>
            {each.name}
          </span>
          <progress
            className="progress progress-primary h-2 min-w-8 flex-1"
            max={Math.max(1, each.high - each.low)}
            value={each.value - each.low}
            aria-label={each.name}
          />
          <b className="min-w-12 text-right font-mono" title={`raw ${each.value}`}>
            {each.shown}
          </b>
        </label>
      ))}
      {view.lamps.length > 0 && (
        <ul aria-label="Lamps" className="flex flex-wrap gap-1 text-xs">
          {view.lamps.map((lamp) => (
            <li
              key={lamp.control}
              className="flex items-center gap-1 rounded-field border border-base-300 px-1.5"
            >
              <span
                className="size-2.5 rounded-full bg-primary"
                style={{ backgroundColor: swatch(lamp.colour) }}
              />
              {lamp.control} {lamp.colour}
            </li>
          ))}
        </ul>
      )}
      {view.tempo !== null && (
        <p className="flex items-baseline gap-2">
          <b className={`font-mono text-primary ${isDense ? 'text-xl leading-6' : 'text-3xl'}`}>
            {view.tempo.bpm.toFixed(1)}
          </b>
          <span className="text-xs">beats a minute, by {view.tempo.source}</span>
        </p>
      )}
      {view.pulses > 0 && <p className="text-xs">{view.pulses} pulses</p>}
      {view.program === null &&
        notes.length + shown.length + view.lamps.length === 0 &&
        view.voices === null &&
        view.tempo === null &&
        view.pulses === 0 && (
          <p className="text-xs">
            {view.messages === 0 ? 'has heard nothing yet' : `has heard ${view.messages} messages`}
          </p>
        )}
    </div>
  );
}
