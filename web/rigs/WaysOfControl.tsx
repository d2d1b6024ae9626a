import { Select } from '../ui/Select';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { Arrival, Unit } from '../api/types';
import { Scroll } from '../ui/Scroll';
import { chartOf } from '../model/units';
import type { RigWork } from './useRig';

const TONES: Record<string, string> = {
  always: 'bg-success text-success-content',
  never: 'bg-error text-error-content',
  sometimes: 'bg-warning text-warning-content',
};

export type OnWay = (way: Arrival | null) => void;

/** Does it arrive? Follows a control over leads and rules to everything that it moves, and a parameter back to all that moves it. */
export function WaysOfControl(props: {
  id: string;
  work: RigWork;
  unit: Unit;
  way: Arrival | null;
  onWay: OnWay;
}) {
  const chart = chartOf(props.work.rig, props.unit);
  const controls = (chart?.surface?.controls ?? []).map((each) => each.name);
  const parameters = (chart?.parameters ?? [])
    .filter((each) => each.message !== undefined || props.unit.assigned?.[each.name] !== undefined)
    .map((each) => each.name);
  return (
    <section aria-label="Does it arrive?" className="flex flex-col gap-2">
      {controls.length > 0 && (
        <Question {...props} asks="control" title="Where does it go?" among={controls} />
      )}
      {parameters.length > 0 && (
        <Question {...props} asks="parameter" title="What moves it?" among={parameters} />
      )}
    </section>
  );
}

function Question({
  id,
  work,
  unit,
  way,
  onWay,
  asks,
  title,
  among,
}: {
  id: string;
  work: RigWork;
  unit: Unit;
  way: Arrival | null;
  onWay: OnWay;
  asks: 'control' | 'parameter';
  title: string;
  among: readonly string[];
}) {
  const [name, setName] = useState('');
  const ways = useQuery({
    queryKey: ['rig-ways', id, work.saving.version(), unit.name, asks, name],
    queryFn: () => api.waysOf(id, unit.name, asks === 'control' ? { control: name } : { parameter: name }),
    enabled: name !== '' && work.saving.state.is === 'saved',
    staleTime: Infinity,
    retry: false,
  });
  return (
    <>
      <Select
        label={title}
        isLabelShown
        fieldClassName="flex items-center gap-2"
        className="flex-1"
        value={name}
        onChange={(picked) => {
          setName(picked);
          onWay(null);
        }}
      >
        <option value="">{`Choose a ${asks}`}</option>
        {among.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </Select>
      {ways.isFetching && <p className="text-sm">Playing it in many states …</p>}
      {ways.error !== null && <p className="text-sm text-error">{ways.error.message}</p>}
      {ways.data?.length === 0 && <p className="text-sm">No control of this rig moves it.</p>}
      {ways.data?.map((arrival) => (
        <Way
          key={`${arrival.unit} ${arrival.control} ${arrival.device} ${arrival.target}`}
          arrival={arrival}
          what={asks === 'control' ? target(arrival) : `${arrival.unit}, ${arrival.control}`}
          isShown={way !== null && keyOf(way) === keyOf(arrival)}
          onShow={(isShown) => onWay(isShown ? arrival : null)}
        />
      ))}
    </>
  );
}

const keyOf = (arrival: Arrival) => `${arrival.unit} ${arrival.control} ${arrival.device} ${arrival.target}`;

/** What is moved, in words: "brine, parameter Mix". */
const target = (arrival: Arrival) =>
  arrival.device === 'post' ? '' : `${arrival.device}, ${arrival.target}`;

function Way({
  arrival,
  what,
  isShown,
  onShow,
}: {
  arrival: Arrival;
  what: string;
  isShown: boolean;
  onShow: (isShown: boolean) => void;
}) {
  return (
    <div className="border-l-4 border-secondary pl-2">
      <p className="flex flex-wrap items-center gap-2">
        <span
          className={`rounded px-2 py-0.5 text-sm font-semibold ${TONES[arrival.answer] ?? 'bg-base-300'}`}
        >
          {arrival.answer}
        </span>
        {what}
        {arrival.leads.length > 0 && (
          <label className="ml-auto flex min-h-9 items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="toggle toggle-sm"
              checked={isShown}
              onChange={(event) => onShow(event.target.checked)}
            />
            on the picture
          </label>
        )}
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
