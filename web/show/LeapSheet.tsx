import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Leap, Takeover } from '../api/types';
import { Button } from '../ui/Button';
import { Done } from './Done';
import { useRules } from './useRules';

const TAKEOVERS: readonly [Takeover, string][] = [
  ['jump', 'at once'],
  ['pickup', 'when it meets'],
  ['scaled', 'in proportion'],
];

/** What leaps when a fader or pedal is first moved after a change of scene, and what another takeover would make of it. */
export function LeapSheet({ id, book, version }: { id: string; book: string | null; version: number }) {
  const leaps = useQuery({
    queryKey: ['leaps', id, version],
    queryFn: () => api.leapsOf(id),
    placeholderData: (before) => before,
  });
  const queries = useQueryClient();
  // What was asked before the change is not waited for.
  const rules = useRules(
    book,
    () => void queries.cancelQueries({ queryKey: ['leaps', id] }).then(() => leaps.refetch()),
  );
  if (leaps.error !== null) {
    return <p role="alert">{leaps.error.message}</p>;
  }
  if (leaps.data === undefined) {
    return (
      <p role="status">
        Moving every fader in every scene … <progress className="progress w-40" aria-label="Working" />
      </p>
    );
  }
  const known = leaps.data.leaps.filter((leap) => leap.from.length > 0 || leap.isKnown);
  const unknown = leaps.data.leaps.filter((leap) => !known.includes(leap));
  return (
    <div className="flex flex-col gap-4">
      <Done rules={rules} />
      {known.length === 0 ? (
        <p className="text-lg">Nothing leaps: no scene leaves a parameter elsewhere than its control.</p>
      ) : (
        <table className="table table-pin-rows" aria-label="Leaps">
          <thead>
            <tr>
              <th>Control and parameter</th>
              <th className="min-w-40">When</th>
              <th>Largest step as it is</th>
              {TAKEOVERS.map(([takeover, words]) => (
                <th key={takeover}>
                  {takeover} <span className="font-normal">({words})</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {known.map((leap) => (
              <Row
                key={`${leap.unit} ${leap.control} ${leap.device} ${leap.parameter} ${leap.from.join()} ${leap.to ?? ''}`}
                leap={leap}
                isBusy={rules.isBusy}
                onTakeover={(takeover) =>
                  rules.change(`“${leap.control}” takes over by ${takeover} now`, () =>
                    api.setTakeover(id, leap.line, takeover),
                  )
                }
              />
            ))}
          </tbody>
        </table>
      )}
      {unknown.length > 0 && (
        <p className="text-sm">
          Nobody knows where these stand after power-up, so their first move is sent at once, whatever the
          takeover:{' '}
          {unknown
            .map((leap) => `${leap.deviceLabel} ${leap.parameter} (${leap.unitLabel} ${leap.control})`)
            .join(', ')}
          . A scene that sets them when it begins, or “rest” in the chart, makes it known.
        </p>
      )}
      {leaps.data.notShown > 0 && <p>{leaps.data.notShown} smaller ones are not shown.</p>}
    </div>
  );
}

function Row({
  leap,
  isBusy,
  onTakeover,
}: {
  leap: Leap;
  isBusy: boolean;
  onTakeover: (takeover: Takeover) => void;
}) {
  return (
    <tr className="align-top">
      <td>
        <b>
          {leap.deviceLabel} {leap.parameter}
        </b>
        <br />
        {leap.unitLabel} {leap.control}, line {leap.line}
      </td>
      <td>
        {leap.from.length === 0 ? 'at the start' : `from ${leap.from.join(' or ')}`} to{' '}
        {leap.to ?? 'the first move'}
        {leap.songs.length > 0 && <span className="block text-sm">in {leap.songs.join(', ')}</span>}
      </td>
      <td className="text-lg font-semibold whitespace-nowrap">{leap.shown}</td>
      {TAKEOVERS.map(([takeover]) => {
        const step = leap.steps[takeover];
        return (
          <td key={takeover} className={takeover === leap.proposed ? 'font-semibold' : ''}>
            <span className="font-mono text-lg">{step.meets ? step.leap : '–'}</span>
            <span className="block text-xs">
              {!step.meets
                ? 'never meets'
                : step.travel > 0
                  ? `after up to ${step.travel} % of its way`
                  : 'raw steps'}
            </span>
            {takeover === leap.takeover ? (
              <span className="badge badge-neutral">as it is</span>
            ) : (
              leap.isWritable && (
                <Button
                  label={takeover === leap.proposed ? `Use ${takeover}: proposed` : `Use ${takeover}`}
                  tone={takeover === leap.proposed ? 'primary' : 'plain'}
                  disabled={isBusy}
                  onClick={() => onTakeover(takeover)}
                />
              )
            )}
          </td>
        );
      })}
    </tr>
  );
}
