import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { LiveDeed } from '../api/types';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { usePassed } from './usePassed';

/** Finds out what stands behind a port: by what it answers when it is asked, and by what somebody plays on it. Nothing is assumed. */
export function WhatIsIt({
  rig,
  port,
  canAsk,
  onDo,
  onClose,
}: {
  rig: string;
  port: string;
  /** Whether something leaves there that can ask. */
  canAsk: boolean;
  onDo: (deed: LiveDeed) => void;
  onClose: () => void;
}) {
  const passed = usePassed(rig).filter((each) => !each.isOut && each.port === port);
  const { data: what } = useQuery({
    queryKey: ['what-is-it', rig, port, passed],
    queryFn: () => api.whatIsIt(rig, [...new Set(passed.map((each) => each.bytes))]),
    enabled: passed.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return (
    <Dialog title={`What stands behind ${port}?`} onClose={onClose}>
      <div className="flex flex-col gap-3 p-4">
        <p className="text-lg">
          {what === undefined || what.units.length === 0
            ? 'Play a few controls of it, one after the other.'
            : `It sends what ${what.units[0]?.unit ?? ''} sends.`}
        </p>
        {canAsk && (
          <Button
            className="self-start"
            label="Ask it what it is"
            onClick={() => onDo({ do: 'ask', about: port })}
          />
        )}
        <div role="status" aria-label="Found" className="flex flex-col gap-2">
          {what?.answers.map((answer) => (
            <p key={answer}>It answers: {answer}.</p>
          ))}
          {what !== undefined && what.units.length > 0 && (
            <ul className="list-disc pl-5">
              {what.units.map(({ unit, heard, known }) => (
                <li key={unit}>
                  <b>{unit}</b> matches {known} of {heard}
                </li>
              ))}
            </ul>
          )}
          {what !== undefined && what.units.length === 0 && passed.length > 0 && (
            <p>No unit of this rig sends what was heard: other channels are set, or it is another box.</p>
          )}
        </div>
      </div>
    </Dialog>
  );
}
