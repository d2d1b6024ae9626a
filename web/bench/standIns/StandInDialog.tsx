import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { StandIn } from '../../api/types';
import { Select } from '../../ui/Select';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import type { BenchStore } from '../../session/BenchStore';

/** Chooses the device that stands in at a port, and the channel that it is set to. */
export function StandInDialog({
  standIn,
  hears,
  store,
  onClose,
}: {
  standIn: StandIn;
  hears: boolean;
  store: BenchStore;
  onClose: () => void;
}) {
  const charts = useQuery({ queryKey: ['stand-ins'], queryFn: api.standIns, staleTime: Infinity });
  const [chart, setChart] = useState(standIn.chart);
  const [channel, setChannel] = useState(standIn.channel);
  const choose = useMutation({
    mutationFn: async (chosen: string | null) => {
      const of = { port: standIn.port, hears, chart: chosen, channel: chosen === null ? null : channel };
      await api.chooseStandIn(store.rulebook ?? '', of);
      await store.again();
    },
    onSuccess: onClose,
  });
  const offered = (charts.data ?? []).filter((each) => each.plays !== hears);
  const hasChannel = offered.find((each) => each.id === chart)?.hasChannel ?? false;
  return (
    <Dialog title={`Stand-in at ${standIn.port}`} width="w-[30rem]" onClose={onClose}>
      <form
        className="flex flex-col gap-4 p-4"
        onSubmit={(event) => {
          event.preventDefault();
          choose.mutate(chart);
        }}
      >
        <p className="text-sm">
          {hears
            ? 'No unit of a rig hears this port. This device listens in its place.'
            : 'No unit of a rig plays into this port. This device is played in its place.'}
        </p>
        <fieldset className="flex flex-col gap-1">
          <legend className="mb-1 text-sm font-semibold">Device</legend>
          {offered.map((each) => (
            <label key={each.id} className="flex min-h-8 items-center gap-2">
              <input
                type="radio"
                name="chart"
                className="radio radio-sm"
                checked={each.id === chart}
                onChange={() => setChart(each.id)}
              />
              {each.name}
            </label>
          ))}
        </fieldset>
        {hasChannel && (
          <Select
            label="Channel"
            isLabelShown
            fieldClassName="flex items-center gap-2"
            className="w-auto"
            value={channel ?? ''}
            onChange={(picked) => setChannel(picked === '' ? null : Number(picked))}
          >
            <option value="">{hears ? 'all' : 'as it comes from the factory'}</option>
            {Array.from({ length: 16 }, (_, index) => (
              <option key={index} value={index + 1}>
                {index + 1}
              </option>
            ))}
          </Select>
        )}
        {choose.isError && (
          <p role="alert" className="text-sm text-error">
            {choose.error.message}
          </p>
        )}
        <div className="flex gap-2">
          <Button tone="primary" type="submit" label="Stand in" disabled={choose.isPending} />
          <Button
            label="As the rules suggest"
            disabled={choose.isPending}
            onClick={() => choose.mutate(null)}
          />
        </div>
      </form>
    </Dialog>
  );
}
