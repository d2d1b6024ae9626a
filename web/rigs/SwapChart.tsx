import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { Chart, SwapMatch, Unit } from '../api/types';
import { useDocuments } from '../documents/queries';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Notice } from '../ui/Notice';
import { swapChart } from '../model/units';
import type { RigWork } from './useRig';

/** Gives a unit another chart: what rules name of it is matched, and what does not fit is shown before anything is changed. */
export function SwapChart({
  id,
  work,
  unit,
  first,
  onClose,
}: {
  id: string;
  work: RigWork;
  unit: Unit;
  first: string | null;
  onClose: () => void;
}) {
  const charts = useDocuments('chart');
  const queries = useQueryClient();
  const [chart, setChart] = useState(first ?? '');
  const [chosen, setChosen] = useState<ReadonlyMap<string, string>>(new Map());
  const [problem, setProblem] = useState<string | null>(null);
  const swap = useQuery({
    queryKey: ['swap', id, unit.name, chart, work.saving.version()],
    queryFn: () => api.swapChart(id, unit.name, chart),
    enabled: chart !== '',
  });
  const to = (match: SwapMatch) => chosen.get(key(match)) ?? match.to ?? '';
  const open = (swap.data?.matches ?? []).filter((match) => to(match) === '').length;

  const apply = async () => {
    try {
      const document = await api.readDocument(chart);
      const renamed = (swap.data?.matches ?? []).filter(
        (match) => to(match) !== '' && to(match) !== match.title,
      );
      if (renamed.length > 0) {
        await api.renameTitles(
          id,
          unit.name,
          renamed.map((match) => ({ what: match.what, from: match.title, to: to(match) })),
        );
      }
      work.change((rig) =>
        swapChart(
          rig,
          unit.name,
          JSON.parse(document.text) as Chart,
          document.id,
          document.version,
          swap.data?.lost ?? [],
        ),
      );
      await queries.invalidateQueries({ queryKey: ['rig-computed', id] });
      onClose();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That could not be done.');
    }
  };

  return (
    <Dialog title={`Another chart for ${unit.label ?? unit.name}`} onClose={onClose}>
      <div className="flex min-h-0 flex-col gap-3 overflow-auto p-3">
        <Notice text={problem ?? swap.error?.message ?? null} tone="error" />
        <label className="flex items-center gap-2">
          Chart
          <Select label="Chart" className="flex-1" value={chart} onChange={setChart}>
            <option value="">choose one</option>
            {[...(charts.data ?? [])]
              .sort((a, b) => a.name.localeCompare(b.name))
              .map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
          </Select>
        </label>
        {swap.data !== undefined && swap.data.matches.length === 0 && (
          <p>The rules name nothing of it, so nothing has to be matched.</p>
        )}
        {swap.data !== undefined && swap.data.matches.length > 0 && (
          <table className="table table-sm" aria-label="What the rules name">
            <thead>
              <tr>
                <th>In the rules</th>
                <th>Lines</th>
                <th>Becomes</th>
                <th>Why</th>
              </tr>
            </thead>
            <tbody>
              {swap.data.matches.map((match) => (
                <tr key={key(match)} className={to(match) === '' ? 'bg-warning/20' : ''}>
                  <td>
                    {match.what} “{match.title}”
                  </td>
                  <td className="font-mono">{match.lines.join(', ')}</td>
                  <td>
                    <Select
                      label={`${match.what} ${match.title} becomes`}
                      className="w-44"
                      value={to(match)}
                      onChange={(picked) => setChosen(new Map(chosen).set(key(match), picked))}
                    >
                      <option value="">does not fit</option>
                      {swap.data.titles[match.what].map((title) => (
                        <option key={title} value={title}>
                          {title}
                        </option>
                      ))}
                    </Select>
                  </td>
                  <td className="text-sm">{chosen.has(key(match)) ? 'chosen by you' : match.why}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {(swap.data?.lost ?? []).length > 0 && (
          <p>Settings that the other chart does not have go: {swap.data?.lost.join(', ')}.</p>
        )}
        {open > 0 && (
          <p role="status">
            {open} {open === 1 ? 'name' : 'names'} of the rules will not be known; they become findings.
          </p>
        )}
        <Button
          tone="primary"
          label="Take this chart"
          disabled={swap.data === undefined}
          onClick={() => void apply()}
        />
      </div>
    </Dialog>
  );
}

function key(match: SwapMatch): string {
  return `${match.what} ${match.title}`;
}
