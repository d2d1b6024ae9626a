import { ClipboardPaste, Upload } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { useDocuments, useDocumentWork } from '../documents/queries';
import { Deleted } from '../documents/Deleted';
import { DocumentHistory } from '../documents/DocumentHistory';
import { GoneNotice } from '../documents/GoneNotice';
import { DocumentRow } from '../documents/DocumentRow';
import { Tools } from '../ui/Tools';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { FileButton } from '../ui/FileButton';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { useInAddress } from '../ui/useInAddress';
import { View } from '../ui/View';
import { PasteTable } from './PasteTable';

/** What each kind of device sends and understands. */
export default function ChartsPage() {
  const navigate = useNavigate();
  const charts = useDocuments('chart');
  const [paste, setPaste] = useInAddress<string>('paste', '');
  const [isPasting, setPasting] = [paste !== '', (is: boolean) => setPaste(is ? '1' : '')];
  const bringIn = useDocumentWork(api.importDocument);
  const [looked, setLooked] = useState<DocumentSummary | null>(null);
  const [gone, setGone] = useState<DocumentSummary | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [wanted, setWanted] = useInAddress<string>('find', '');
  const shown = (charts.data ?? [])
    .filter((chart) => chart.name.toLowerCase().includes(wanted.trim().toLowerCase()))
    .sort((a, b) => a.name.localeCompare(b.name));

  return (
    <View
      title="Charts"
      className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col gap-3 overflow-auto p-3"
    >
      <Tools>
        <Button
          tone="primary"
          icon={<ClipboardPaste size={18} />}
          label="Paste a table"
          onClick={() => setPasting(true)}
        />
        <FileButton
          icon={<Upload size={16} />}
          label="Bring in a file"
          what="Chart file"
          accept=".json"
          onFile={(file) =>
            bringIn.mutate(file, { onSuccess: (made) => void navigate(`/charts/${made.id}`) })
          }
        />
      </Tools>
      <Notice text={bringIn.error?.message ?? charts.error?.message ?? null} tone="error" />
      <Notice text={told} tone="info" onClose={() => setTold(null)} />
      <GoneNotice
        gone={gone}
        what="; units made from it keep their copy in their rigs."
        takeBack={api.restoreDocument}
        onDone={() => setGone(null)}
      />
      <Panel
        title="Charts"
        className="shrink-0"
        aside={
          <Field
            label="Look for a chart"
            className="input-sm w-48"
            type="search"
            placeholder="Look for"
            value={wanted}
            onChange={setWanted}
          />
        }
      >
        {charts.data?.length === 0 && (
          <p className="p-4">
            No chart yet. Copy the table of controllers from a manual or a spreadsheet, and paste it.
          </p>
        )}
        <ul aria-label="Charts" className="divide-y divide-base-300">
          {shown.map((chart) => (
            <DocumentRow
              key={chart.id}
              document={chart}
              to={`/charts/${chart.id}`}
              file={`/api/documents/${chart.id}/file`}
              about={`${String(chart.summary['sort'])}, ${String(chart.summary['parameters'])} parameters, ${String(chart.summary['controls'])} controls`}
              onHistory={() => setLooked(chart)}
              onDeleted={() => setGone(chart)}
            />
          ))}
        </ul>
      </Panel>
      <Deleted kinds={['chart']} />
      <DocumentHistory of={looked} all={charts.data ?? []} onTold={setTold} onClose={() => setLooked(null)} />
      {isPasting && (
        <PasteTable
          onClose={(id) => {
            setPasting(false);
            if (id !== null) {
              void navigate(`/charts/${id}`);
            }
          }}
        />
      )}
    </View>
  );
}
