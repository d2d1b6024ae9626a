import type { LeadFit } from '../api/types';
import { ReckonButton } from '../ui/Reckoner';
import type { RigWork } from './useRig';

/** Whether it fits: what streams over each lead, and how late the last message of a scene change arrives. */
export function Loads({ work }: { work: RigWork }) {
  const fits = work.computed?.fit ?? [];
  if (fits.length === 0) {
    return (
      <p className="p-3">
        Nothing can be computed while the rulebook has an error, or nothing is led anywhere.
      </p>
    );
  }
  return (
    <div className="flex flex-col gap-3 p-3">
      <p className="text-sm">
        <ReckonButton first="wire" /> A byte takes 10 bits ÷ 31 250 baud = 0.32 ms, a message of three bytes
        0.96 ms; a DIN lead carries 3 125 bytes a second.
      </p>
      {[...fits]
        .sort((a, b) => b.percent - a.percent)
        .map((fit) => (
          <Strip key={`${fit.lead} ${fit.from}`} fit={fit} />
        ))}
    </div>
  );
}

function Strip({ fit }: { fit: LeadFit }) {
  const late = fit.lateUs === null ? null : (fit.lateUs / 1000).toFixed(2);
  return (
    <section aria-label={`Load of ${fit.lead}`}>
      <p className="flex flex-wrap items-baseline gap-2">
        <strong>{fit.lead}</strong>
        <span className="text-sm">
          {fit.from} → {fit.to}
          {fit.isUnknown
            ? ', how late is unknown until it is measured'
            : fit.isEstimate
              ? ', an estimate'
              : ''}
        </span>
        <span
          className={`ml-auto text-lg font-semibold ${fit.isHeavy && !fit.isEstimate ? 'text-error' : ''}`}
        >
          {fit.percent} %
        </span>
        <span className="w-28 text-right text-lg font-semibold">{late === null ? '' : `${late} ms`}</span>
      </p>
      <div className="relative h-3 overflow-hidden rounded bg-base-300" aria-hidden="true">
        <div
          className={`h-full ${fit.percent > 100 ? 'bg-error' : fit.percent > 70 ? 'bg-warning' : 'bg-secondary'}`}
          style={{ width: `${Math.min(100, fit.percent)}%` }}
        />
      </div>
      {fit.isHeavy && !fit.isEstimate && (
        <p className="text-sm">
          {fit.thinMs === null
            ? 'Impossible: what cannot be thinned, such as a clock, is too much alone.'
            : `With one message in ${fit.thinMs} ms it stays under 70 %: ${fit.where === 'rules' ? `put “thin ${fit.thinMs}ms” into its rules` : 'set it at the sender'}.`}
        </p>
      )}
      {fit.unknown.length > 0 && (
        <p className="text-sm">Not counted, as nobody knows how much it is: {fit.unknown.join(', ')}.</p>
      )}
      {fit.when !== null && late !== null && (
        <p className="text-sm">
          The last of {fit.messages.length} messages {fit.when} is {late} ms late.
        </p>
      )}
    </section>
  );
}
