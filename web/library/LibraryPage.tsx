import { Download, Footprints, Plus, Upload } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { useDocuments, useDocumentWork } from '../documents/queries';
import { GUIDES } from '../guide/guides';
import { goTo } from '../guide/place';
import { NEW_RULEBOOK } from '../rules/newRulebook';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';
import { FileButton } from '../ui/FileButton';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { Deleted } from '../documents/Deleted';
import { DocumentHistory } from '../documents/DocumentHistory';
import { DocumentRow } from '../documents/DocumentRow';
import { BringEverything } from './BringEverything';
import { Rigs } from './Rigs';

const KIND = 'rulebook';

/** All rigs and rulebooks: opened, made, renamed, copied, brought in and out, and brought back. */
export default function LibraryPage() {
  const navigate = useNavigate();
  const rulebooks = useDocuments(KIND);
  const rigs = useDocuments('rig');
  const [looked, setLooked] = useState<DocumentSummary | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const create = useDocumentWork(() =>
    api.createDocument({
      kind: KIND,
      name: `Rulebook of ${new Date().toLocaleString('sv')}`,
      text: NEW_RULEBOOK,
    }),
  );
  const bringIn = useDocumentWork(api.importDocument);
  const problem = create.error ?? bringIn.error ?? rulebooks.error;

  return (
    <main className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col gap-3 overflow-auto p-3">
      <Tools>
        <Button
          tone="primary"
          icon={<Plus size={18} />}
          label="New rulebook"
          onClick={() =>
            create.mutate(undefined, { onSuccess: (made) => void navigate(`/bench/${made.id}`) })
          }
        />
        <FileButton
          icon={<Upload size={16} />}
          label="Bring in a file"
          what="Rulebook, rig or chart file"
          accept=".book,.txt,.json,.zip"
          onFile={(file) =>
            bringIn.mutate(file, { onSuccess: (made) => setTold(`“${made.name}” has been brought in.`) })
          }
        />
        <a className="btn btn-sm min-h-9 gap-2 btn-neutral" href="/api/everything" download>
          <Download size={16} /> Everything as a file
        </a>
        <BringEverything onTold={setTold} />
      </Tools>
      <Notice text={problem?.message ?? null} tone="error" />
      <Notice text={told} tone="info" onClose={() => setTold(null)} />
      <p className="flex flex-wrap items-center gap-3">
        {(['first-rig', 'two-boxes'] as const).map((guide) => (
          <Button
            key={guide}
            icon={<Footprints size={18} />}
            label={GUIDES[guide].title}
            onClick={() => goTo({ guide, step: 0 })}
          />
        ))}
        <span className="text-sm">
          From nothing to a printed card, step by step: with a computer between your boxes, or without.
        </span>
      </p>
      <Rigs onHistory={setLooked} />
      <Panel title="Rulebooks" className="shrink-0">
        {rulebooks.data?.length === 0 && (
          <p className="p-4">No rulebook yet: begin a new one, or bring in a file.</p>
        )}
        <ul className="divide-y divide-base-300" aria-label="Rulebooks">
          {rulebooks.data?.map((rulebook) => (
            <DocumentRow
              key={rulebook.id}
              document={rulebook}
              to={`/bench/${rulebook.id}`}
              open="Open on the bench"
              file={`/api/documents/${rulebook.id}/file`}
              about={`${String(rulebook.summary['lines'])} lines`}
              onHistory={() => setLooked(rulebook)}
            />
          ))}
        </ul>
      </Panel>
      <Deleted kinds={['rig', KIND]} />
      <DocumentHistory
        of={looked}
        all={[...(rulebooks.data ?? []), ...(rigs.data ?? [])]}
        onTold={setTold}
        onClose={() => setLooked(null)}
      />
    </main>
  );
}
