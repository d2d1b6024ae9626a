import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api } from '../../api/client';
import type { Calibrated, Measured } from '../../api/types';
import { Button } from '../../ui/Button';
import { Over } from '../learn/Over';
import type { RulesSession } from '../../rules/RulesSession';
import type { BenchStore } from '../../session/BenchStore';
import { Played } from '../../session/Played';
import { Plot } from './Plot';

const ASK_EVERY_MS = 800;
const LONGEST_US = 20_000_000;
/** What has not moved for so long has been asked about at rest. */
const RESTS_US = 3_000_000;

/** A pedal, wheel or sensor is moved heel, toe, heel; its ends are computed, shown and kept with its unit. */
export function CalibratePanel({
  store,
  rig,
  rules,
  onClose,
}: {
  store: BenchStore;
  rig: string;
  rules: RulesSession;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [round, setRound] = useState({ number: 0 });
  // eslint-disable-next-line react-hooks/exhaustive-deps -- each round begins to listen anew
  const played = useMemo(() => new Played(store), [store, round]);
  useEffect(() => played.listen(), [played]);
  const looked = useQuery({
    queryKey: ['calibrate', rig, played.name],
    queryFn: ({ client, queryKey }) => {
      const known = client.getQueryData<Calibrated>(queryKey) ?? null;
      const nowUs = played.nowUs();
      // That it rests shows only after a while in which nothing comes.
      const isMoving = played.lastUs !== null && nowUs - played.lastUs <= RESTS_US;
      return isMoving && nowUs - played.fromUs <= LONGEST_US
        ? api.calibrate(rig, played.all(), nowUs)
        : known;
    },
    refetchInterval: ASK_EVERY_MS,
    refetchIntervalInBackground: true,
    retry: false,
    gcTime: 0,
  });
  const keep = useMutation({
    mutationFn: ({ unit, control, heel, toe, noise }: Parameters<typeof api.keepMeasured>[1]) =>
      api.keepMeasured(rig, { unit, control, heel, toe, noise }),
    onSuccess: (_, { unit, control, heel, toe }) => {
      scale.mutate({ text: rules.text(), unit, control, heel, toe });
      return queries.invalidateQueries();
    },
  });
  const scale = useMutation({
    mutationFn: (body: Parameters<typeof api.scaleLines>[1]) => api.scaleLines(rig, body),
  });

  const problem = looked.error?.message ?? keep.error?.message;
  const { control, measured } = looked.data ?? { control: null, measured: null };
  return (
    <Over
      label="Calibrate"
      title="Move one pedal: heel, toe, heel, and rest a moment at each end"
      aside={
        <Button
          label="Once more"
          onClick={() => {
            keep.reset();
            setRound({ number: round.number + 1 });
          }}
        />
      }
      onClose={onClose}
    >
      {problem != null && <p role="alert">{problem}</p>}
      {control === null && <p className="text-sm">Listening …</p>}
      {control !== null && measured === null && (
        <p className="text-sm">
          {control.control ?? control.selector} moves; it has not gone from end to end yet.
        </p>
      )}
      {control !== null && measured !== null && (
        <>
          <Numbers name={control.control ?? control.selector} measured={measured} />
          <Plot measured={measured} />
          {measured.cents !== null && (
            <p className="text-sm">
              Without it the wheel ends {measured.cents.atHeel} cents short at the heel and{' '}
              {measured.cents.atToe} at the toe, where a device bends by {measured.cents.semitones} semitones.
            </p>
          )}
          {measured.errors.map((error) => (
            <p key={error.parameter} className="text-sm">
              Without it {error.parameter} is {error.atHeel} short at the heel and {error.atToe} at the toe.
            </p>
          ))}
          {control.unit === null || control.control === null ? (
            <p className="text-sm">
              No chart knows it. In a rule: <code>{measured.lines.join(', ')}</code>
            </p>
          ) : keep.isSuccess ? (
            <p role="status" className="flex flex-wrap items-center gap-3">
              Kept with {control.unit}. Rules that name it and turn use it from now on.
              {scale.data !== undefined && scale.data.length > 0 && (
                <Button
                  label={`Rewrite ${scale.data.length} scale line${scale.data.length === 1 ? '' : 's'} from it`}
                  onClick={() => {
                    rules.apply(scale.data);
                    scale.reset();
                  }}
                />
              )}
            </p>
          ) : (
            <p className="flex flex-wrap items-center gap-3">
              <Button
                tone={measured.isBack ? 'primary' : 'plain'}
                label={measured.isBack ? `Keep it with ${control.unit}` : 'Keep these ends anyway'}
                disabled={keep.isPending}
                onClick={() =>
                  keep.mutate({
                    unit: control.unit ?? '',
                    control: control.control ?? '',
                    heel: measured.heel,
                    toe: measured.toe,
                    noise: measured.noise,
                  })
                }
              />
              {!measured.isBack && <span role="status">Now back to the heel, and let it rest there.</span>}
            </p>
          )}
        </>
      )}
    </Over>
  );
}

function Numbers({ name, measured }: { name: string; measured: Measured }) {
  const number = (label: string, value: number) => (
    <span className="flex flex-col items-center">
      <b className="font-mono text-2xl">{value}</b>
      <span className="text-xs">{label}</span>
    </span>
  );
  return (
    <p className="flex items-end gap-5">
      <b>{name}</b>
      {number('heel', measured.heel)}
      {number('toe', measured.toe)}
      {number('noise at rest', measured.noise)}
      {number('dead band', measured.deadband)}
      <span className="text-sm">{measured.curve}</span>
    </p>
  );
}
