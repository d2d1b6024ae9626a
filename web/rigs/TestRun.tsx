import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Check, Cpu, RotateCcw, X } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { api } from '../api/client';
import type { Trial } from '../api/types';
import { Button } from '../ui/Button';
import { useLiveNow } from '../live/useLiveNow';
import { capital } from './capital';
import { ProbePanel } from './ProbePanel';
import { RealStep } from './RealStep';
import { keepTicks, readTicks, tickOf, withTick, type Ticks } from './ticks';
import type { RigWork } from './useRig';

type Step = Trial['steps'][number];

/** The test run: one step after the other is tried on the real rig and ticked; what failed narrows down where the fault is. */
export function TestRun({ id, work }: { id: string; work: RigWork }) {
  const [ticks, setTicks] = useState<Ticks>(() => readTicks(id));
  const trial = useQuery({
    queryKey: ['rig-trial', id, work.saving.version(), ticks],
    queryFn: () => api.trialOf(id, ticks),
    enabled: work.saving.state.is === 'saved',
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const change = (next: Ticks) => {
    setTicks(next);
    keepTicks(id, next);
  };
  const isReal = useLiveNow(id).data?.picture?.isPlaying === true;
  const run = trial.data;
  if (run === undefined) {
    return <p className="p-3">{trial.error?.message ?? 'Looking for the shortest way through …'}</p>;
  }
  if (run.steps.length === 0) {
    return (
      <p className="p-3">
        {run.hasErrors
          ? 'The rulebook has an error; put it right first.'
          : 'No control moves anything yet: lay leads and write rules first.'}
      </p>
    );
  }
  const next = run.steps.findIndex((step) => tickOf(ticks, step) === undefined);
  const failed = run.steps.filter((step) => tickOf(ticks, step) === 0).length;
  return (
    <div className="flex flex-col gap-3 p-3">
      <p className="border-l-4 border-warning pl-2 font-semibold">{run.first}</p>
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex-1 text-sm" role="status" aria-label="How far">
          {ticks.length} of {run.steps.length} {run.steps.length === 1 ? 'step' : 'steps'}, {failed} failed
        </span>
        <Button
          icon={<Cpu size={16} />}
          label="Let the stand-ins do it"
          onClick={() =>
            change(
              run.steps.map(({ unit, control, simulated }) => ({ unit, control, passed: simulated ? 1 : 0 })),
            )
          }
        />
        <Button
          icon={<RotateCcw size={16} />}
          label="Start over"
          disabled={ticks.length === 0}
          onClick={() => change([])}
        />
      </div>
      <ol aria-label="Steps of the test run" className="divide-y divide-base-300">
        {run.steps.map((step, index) => (
          <StepRow
            key={`${step.unit} ${step.control}`}
            step={step}
            number={index + 1}
            tick={tickOf(ticks, step)}
            isNext={index === next}
            real={
              index === next && isReal ? (
                <RealStep
                  key={`${step.unit} ${step.control}`}
                  rig={id}
                  step={step}
                  onDone={() => change(withTick(ticks, step, 1))}
                />
              ) : null
            }
            onTick={(passed) => change(withTick(ticks, step, passed))}
          />
        ))}
      </ol>
      {failed > 0 && <Suspects run={run} />}
      <ProbePanel rig={id} />
      <Left title="Left out, because they move something dangerous" what={run.leftOut} />
      <Left title="Not touched by any step" what={run.untouched} />
    </div>
  );
}

function StepRow({
  step,
  number,
  tick,
  isNext,
  real,
  onTick,
}: {
  step: Step;
  number: number;
  tick: 0 | 1 | undefined;
  isNext: boolean;
  /** What has passed of it between real devices, where they play. */
  real: ReactNode;
  onTick: (passed: 0 | 1) => void;
}) {
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isNext && number > 1) {
      row.current?.scrollIntoView({ block: 'nearest' });
    }
  }, [isNext, number]);
  const looks =
    tick === 1
      ? 'border-success'
      : tick === 0
        ? 'border-error'
        : isNext
          ? 'border-primary'
          : 'border-base-300';
  return (
    <li ref={row} className={`flex items-start gap-3 border-l-4 py-2 pl-3 ${looks}`}>
      <b className="w-7 shrink-0 text-right text-lg">{number}</b>
      <div className="min-w-0 flex-1 text-sm">
        {isNext && step.disturb !== '' && <p>First {step.disturb}.</p>}
        <p className={isNext ? 'text-lg font-semibold' : 'font-semibold'}>{capital(step.do)}</p>
        <p>{step.expect}</p>
        {real}
      </div>
      <Button
        iconOnly
        icon={<Check size={18} />}
        tone={tick === 1 ? 'primary' : 'plain'}
        label={`Step ${number} did it`}
        aria-pressed={tick === 1}
        onClick={() => onTick(1)}
      />
      <Button
        iconOnly
        icon={<X size={18} />}
        tone={tick === 0 ? 'danger' : 'plain'}
        label={`Step ${number} did not`}
        aria-pressed={tick === 0}
        onClick={() => onTick(0)}
      />
    </li>
  );
}

/** At the foot, over the steps, so that none of them moves under the finger. */
function Suspects({ run }: { run: Trial }) {
  return (
    <section
      aria-label="Suspects"
      className="sticky bottom-0 border-t border-l-4 border-base-300 border-l-error bg-base-200 py-2 pl-3"
    >
      <h3 className="font-semibold">
        {run.isOneFault
          ? 'Look here'
          : 'More than one thing is wrong, or it comes and goes. Look here, from the top'}
      </h3>
      <ul className="list-disc columns-2 pl-5">
        {run.suspects.slice(0, 10).map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      {run.suspects.length > 10 && <p className="text-sm">and {run.suspects.length - 10} more</p>}
    </section>
  );
}

function Left({ title, what }: { title: string; what: readonly string[] }) {
  return what.length === 0 ? null : (
    <p className="text-sm">
      {title}: {what.join(', ')}.
    </p>
  );
}
