import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { Chart, ReadTable } from '../api/types';
import { useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Notice } from '../ui/Notice';
import { useFocus } from '../ui/useFocus';
import { Scroll } from '../ui/Scroll';

const PAUSE_MS = 300;

/** Takes a table as it was copied, and shows at once what was understood of each row. */
export function PasteTable({ onClose }: { onClose: (chart: string | null) => void }) {
  const field = useFocus();
  const [name, setName] = useState('');
  const [text, setText] = useState('');
  const read = useMutation({ mutationFn: api.readTable });
  const keep = useDocumentWork((chart: Chart) =>
    api.createDocument({ kind: 'chart', name: chart.name, text: `${JSON.stringify(chart, null, 4)}\n` }),
  );
  const { mutate } = read;
  useEffect(() => {
    const timer = setTimeout(() => {
      if (text.trim() !== '') {
        mutate({ text, name });
      }
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, name, mutate]);
  const table = text.trim() === '' ? undefined : read.data;
  const chart = table?.chart as Chart | undefined;
  const isUsable = (chart?.parameters ?? []).length > 0 || chart?.programs !== undefined;

  return (
    <Dialog title="Paste a table" onClose={() => onClose(null)} width="w-[62rem]">
      <form
        className="flex min-h-0 flex-col gap-3 p-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (chart !== undefined && isUsable) {
            keep.mutate(chart, { onSuccess: (made) => onClose(made.id) });
          }
        }}
      >
        <Notice text={read.error?.message ?? keep.error?.message ?? null} tone="error" />
        <label className="flex items-center gap-2">
          What is the device called?
          <input
            ref={field}
            className="input flex-1"
            value={name}
            maxLength={200}
            placeholder="Such as Brine echo"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <textarea
          aria-label="The table"
          className="textarea h-40 w-full font-mono text-sm"
          spellCheck={false}
          placeholder={'Name\tCC\tRange\nMix\t21\t0-127\nFeedback\t22\t0-120'}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        {table !== undefined && <Understood table={table} />}
        <div className="flex items-center justify-end gap-2">
          <p className="flex-1 text-sm">
            Copied from a manual, a web page or a spreadsheet; with headings or without. A MIDI name document
            works as well.
          </p>
          <Button
            tone="primary"
            type="submit"
            label={isUsable ? `Keep ${(chart?.parameters ?? []).length} parameters` : 'Keep'}
            disabled={!isUsable || name.trim() === ''}
          />
        </div>
      </form>
    </Dialog>
  );
}

/** What was understood: parameters, and every row of which something has to be said. */
function Understood({ table }: { table: ReadTable }) {
  const chart = table.chart as unknown as Chart;
  const named = table.rows.filter((row) => row.problem !== null);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 gap-3 overflow-auto md:grid-cols-2">
      <Scroll label="What was understood" className="max-h-64">
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Name</th>
              <th>Message</th>
              <th className="text-right">Values</th>
            </tr>
          </thead>
          <tbody>
            {(chart.parameters ?? []).slice(0, 300).map((parameter) => (
              <tr key={parameter.name}>
                <td>{parameter.name}</td>
                <td>
                  {parameter.message === undefined
                    ? parameter.reach === 'hand'
                      ? 'by hand'
                      : 'unknown'
                    : `${parameter.message.kind} ${parameter.message.number ?? ''}`}
                </td>
                <td className="text-right">
                  {parameter.raw[0]} to {parameter.raw[1]}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
      <Scroll label="Remarks" className="max-h-64">
        {named.length === 0 ? (
          <p>Every row was understood.</p>
        ) : (
          <ul aria-label="Rows with a remark">
            {named.map((row) => (
              <li key={row.line} className="border-l-4 border-warning pb-1 pl-2 text-sm">
                line {row.line}
                {row.what === '' ? '' : `, “${row.what}”`}: {row.problem}
                {row.taken ? '' : ' (left out)'}
              </li>
            ))}
          </ul>
        )}
      </Scroll>
    </div>
  );
}
