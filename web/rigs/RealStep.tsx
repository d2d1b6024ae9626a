import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api } from '../api/client';
import type { Trial } from '../api/types';
import { usePassed } from '../live/usePassed';
import { capital } from './capital';

/** A step that is tried with real devices: what of it has come in and gone out, or what came instead. */
export function RealStep({
  rig,
  step,
  onDone,
}: {
  rig: string;
  step: Trial['steps'][number];
  onDone: () => void;
}) {
  const passed = usePassed(rig);
  const { data: heard } = useQuery({
    queryKey: ['step-heard', rig, step, passed],
    queryFn: () =>
      api.stepHeard(rig, { expected: step.expected, answers: step.answers, passed: [...passed] }),
    enabled: passed.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const isDone = heard?.hasAnswered === true;
  useEffect(() => {
    if (isDone) {
      onDone();
    }
  }, [isDone, onDone]);
  const leaves = step.expected.some((each) => each.isOut);
  return (
    <div role="status" aria-label="Real devices" className="mt-1 border-l-4 border-info pl-2">
      {heard?.hasCome !== true && heard?.instead == null && (
        <p>Real devices play: do it, and what comes of it is seen here.</p>
      )}
      {heard?.hasCome === true && <p>✓ It came in.</p>}
      {heard?.hasLeft === true && leaves && <p>✓ Everything left for the devices.</p>}
      {heard?.instead != null && <p className="font-semibold text-warning">{capital(heard.instead)}.</p>}
      {heard?.hasLeft === true && <p className="font-semibold">Did it do it? Tick what you see or hear.</p>}
    </div>
  );
}
