import { useMutation } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Rehearsed } from '../api/types';
import { Button } from '../ui/Button';

type Met = Rehearsed['faults'][number];

/** The whole set list played by the stand-ins, with everything that goes wrong on a floor: what stands wrong, for how long, and the way back. */
export function Rehearsal({ id }: { id: string }) {
  const rehearse = useMutation({ mutationFn: () => api.rehearse(id) });
  const met = rehearse.data?.faults ?? [];
  const isHarmless = (fault: Met) => fault.hangs.length + fault.wrong.length === 0;
  const bad = met.filter((fault) => !isHarmless(fault));
  return (
    <section aria-label="Rehearsal" className="flex flex-col gap-2">
      <p className="flex flex-wrap items-center gap-3">
        <Button
          tone="primary"
          label={rehearse.isPending ? 'Rehearsing …' : 'Rehearse with faults'}
          disabled={rehearse.isPending}
          onClick={() => rehearse.mutate()}
        />
        {rehearse.isPending && <progress className="progress w-40" aria-label="Rehearsing" />}
        {met.length > 0 && (
          <span role="status">
            {met.length} faults tried: {met.length - bad.length} do no harm, {bad.length} do.
          </span>
        )}
      </p>
      {rehearse.error !== null && <p role="alert">{rehearse.error.message}</p>}
      {rehearse.data !== undefined && rehearse.data.leftOut.length > 0 && (
        <p className="border-l-4 border-warning pl-2 text-sm">
          Never rehearsed, because it can hurt: {rehearse.data.leftOut.join(', ')}.
        </p>
      )}
      {rehearse.data !== undefined && rehearse.data.notTried > 0 && (
        <p className="text-sm">{rehearse.data.notTried} more faults were not tried.</p>
      )}
      {bad.length > 0 && (
        <table className="table table-sm" aria-label="What went wrong">
          <thead>
            <tr>
              <th>Fault</th>
              <th>Hangs or stands wrong</th>
              <th>For</th>
              <th>The way back</th>
            </tr>
          </thead>
          <tbody>
            {bad.map((fault) => (
              <tr key={fault.fault} className="align-top">
                <td>{fault.fault}</td>
                <td>
                  {fault.hangs.map((hang) => (
                    <p key={hang} className="font-semibold">
                      {hang} hangs
                    </p>
                  ))}
                  {fault.wrong.map((wrong) => (
                    <p key={wrong}>{wrong}</p>
                  ))}
                </td>
                <td className="font-mono whitespace-nowrap">
                  {fault.forUs === null ? 'ever' : `${(fault.forUs / 1_000_000).toFixed(1)} s`}
                </td>
                <td>{fault.wayBack}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
