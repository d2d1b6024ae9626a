import { Field } from '../ui/Field';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Chart } from '../api/types';
import { useDocuments } from '../documents/queries';
import { Dialog } from '../ui/Dialog';
import { Notice } from '../ui/Notice';
import { useFocus } from '../ui/useFocus';
import { addUnit } from '../model/units';
import type { RigWork } from './useRig';

/** Chooses the chart of a new unit; its name is proposed. */
export function AddUnit({ work, onClose }: { work: RigWork; onClose: (name: string | null) => void }) {
  const charts = useDocuments('chart');
  const field = useFocus();
  const [wanted, setWanted] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const shown = (charts.data ?? [])
    .filter((chart) => chart.name.toLowerCase().includes(wanted.trim().toLowerCase()))
    .sort((a, b) => a.name.localeCompare(b.name));

  const add = async (id: string) => {
    try {
      const document = await api.readDocument(id);
      let name = '';
      work.change((rig) => {
        const next = addUnit(rig, JSON.parse(document.text) as Chart, document.id, document.version);
        name = next.units.at(-1)?.name ?? '';
        return next;
      });
      onClose(name);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'This chart cannot be read.');
    }
  };

  return (
    <Dialog title="Add a unit" onClose={() => onClose(null)}>
      <div className="flex min-h-0 flex-col gap-2 p-3">
        <Notice text={problem} tone="error" />
        <Field
          label="Look for a chart"
          className="w-full"
          ref={field}
          type="search"
          placeholder="What is it? Type a part of its name"
          value={wanted}
          onKeyDown={(event) => {
            const first = shown[0];
            if (event.key === 'Enter' && first !== undefined) {
              void add(first.id);
            }
          }}
          onChange={setWanted}
        />
        <ul aria-label="Charts" className="max-h-96 divide-y divide-base-300 overflow-auto">
          {shown.map((chart) => (
            <li key={chart.id}>
              <button
                type="button"
                className="btn w-full justify-start gap-3 rounded-none btn-ghost"
                onClick={() => void add(chart.id)}
              >
                <span className="font-semibold">{chart.name}</span>
                <span className="text-sm font-normal">
                  {text(chart.summary['sort'])}, {text(chart.summary['parameters'])} parameters,{' '}
                  {text(chart.summary['controls'])} controls
                </span>
              </button>
            </li>
          ))}
        </ul>
        {charts.data !== undefined && shown.length === 0 && <p>No chart has that name.</p>}
        <p className="text-sm">
          Is it none of these?{' '}
          <Link className="link" to="/charts">
            Paste its table of controllers
          </Link>{' '}
          as a new chart first.
        </p>
      </div>
    </Dialog>
  );
}

const text = (value: unknown) =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '?';
