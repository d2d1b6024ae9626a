import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { Arrival, Unit } from '../api/types';
import { chartOf } from './edits';
import type { RigWork } from './useRig';
import { Scroll } from '../ui/Scroll';

const TONES: Record<string, string> = {
  always: 'bg-success text-success-content',
  never: 'bg-error text-error-content',
  sometimes: 'bg-warning text-warning-content',
};

/** Does it arrive? Follows a control over leads and rules to everything that it moves. */
export function WaysOfControl({ id, work, unit }: { id: string; work: RigWork; unit: Unit }) {
  const controls = chartOf(work.rig, unit)?.surface?.controls ?? [];
  const [control, setControl] = useState('');
  const ways = useQuery({
    queryKey: ['rig-ways', id, work.saving.version(), unit.name, control],
    queryFn: () => api.waysOf(id, unit.name, control),
    enabled: control !== '' && work.saving.state.is === 'saved',
    staleTime: Infinity,
    retry: false,
  });
  if (controls.length === 0) {
    return null;
  }
  return (
    <section aria-label="Does it arrive?" className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        Where does it go?
        <select
          className="select select-sm flex-1"
          value={control}
          onChange={(event) => setControl(event.target.value)}
        >
          <option value="">Choose a control</option>
          {controls.map((each) => (
            <option key={each.name}>{each.name}</option>
          ))}
        </select>
      </label>
      {ways.isFetching && <p className="text-sm">Playing it in many states …</p>}
      {ways.error !== null && <p className="text-sm text-error">{ways.error.message}</p>}
      {ways.data?.map((arrival) => (
        <Way key={`${arrival.device} ${arrival.target}`} arrival={arrival} />
      ))}
    </section>
  );
}

function Way({ arrival }: { arrival: Arrival }) {
  return (
    <div className="border-l-4 border-secondary pl-2">
      <p>
        <span
          className={`rounded px-2 py-0.5 text-sm font-semibold ${TONES[arrival.answer] ?? 'bg-base-300'}`}
        >
          {arrival.answer}
        </span>{' '}
        {arrival.device === 'post' ? '' : `${arrival.device}, ${arrival.target}`}
      </p>
      <p className="text-sm">{arrival.reason}</p>
      {arrival.hops.length > 0 && <p className="text-sm">{arrival.hops.join(' → ')}</p>}
      {arrival.counter !== null && (
        <details className="text-sm">
          <summary>A tape by which it arrives, and one by which it does not</summary>
          <Scroll label="It arrives" className="bg-base-100 p-2 text-xs">
            <pre>{arrival.witness}</pre>
          </Scroll>
          <Scroll label="It does not arrive" className="mt-1 bg-base-100 p-2 text-xs">
            <pre>{arrival.counter}</pre>
          </Scroll>
        </details>
      )}
    </div>
  );
}
