import { FilePlus2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { useDocuments, useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { DocumentRow } from '../documents/DocumentRow';

const BOOK = `rulebook "New rig"

# Each port is a plug of Zigzag Post: lay leads from and to it on the rig.
port keys in
port switches in
port boxes out
`;

/** All rigs: opened and begun. A new one gets a rulebook of its own. */
export function Rigs({ onHistory }: { onHistory: (rig: DocumentSummary) => void }) {
  const navigate = useNavigate();
  const rigs = useDocuments('rig');
  const create = useDocumentWork(async () => {
    const name = `Rig of ${new Date().toLocaleString('sv')}`;
    const book = await api.createDocument({ kind: 'rulebook', name, text: BOOK });
    const rig = { schema: 1, name, charts: {}, units: [], leads: [], book: book.id };
    return api.createDocument({ kind: 'rig', name, text: `${JSON.stringify(rig, null, 4)}\n` });
  });

  return (
    <Panel
      title="Rigs"
      className="shrink-0"
      aside={
        <Button
          tone="primary"
          icon={<FilePlus2 size={16} />}
          label="New rig"
          onClick={() => create.mutate(undefined, { onSuccess: (made) => void navigate(`/rigs/${made.id}`) })}
        />
      }
    >
      <Notice text={create.error?.message ?? rigs.error?.message ?? null} tone="error" />
      {rigs.data?.length === 0 && (
        <p className="p-4">
          No rig yet: begin a new one. You need the charts of your boxes; a pasted table will do.
        </p>
      )}
      <ul aria-label="Rigs" className="divide-y divide-base-300">
        {rigs.data?.map((rig) => (
          <DocumentRow
            key={rig.id}
            document={rig}
            to={`/rigs/${rig.id}`}
            open="Open the rig"
            file={`/api/rigs/${rig.id}/zip`}
            about={`${String(rig.summary['units'])} units, ${String(rig.summary['leads'])} leads`}
            onHistory={() => onHistory(rig)}
          />
        ))}
      </ul>
    </Panel>
  );
}
