import { Undo2 } from 'lucide-react';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { timeOf } from '../documents/HistoryDialog';
import { useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';

/** What was deleted, and can be taken back for thirty days. */
export function Deleted({ documents }: { documents: readonly DocumentSummary[] }) {
  const restore = useDocumentWork(api.restoreDocument);
  return (
    <Panel title="Deleted, and kept for 30 days">
      <ul className="divide-y divide-base-300" aria-label="Deleted rulebooks">
        {documents.map((document) => (
          <li key={document.id} className="flex items-center gap-2 px-3 py-1.5">
            <span className="flex-1">
              {document.name}
              <span className="ml-2 text-sm">deleted {timeOf(document.deletedAt ?? '')}</span>
            </span>
            <Button
              icon={<Undo2 size={16} />}
              label="Take back"
              aria-label={`Take back ${document.name}`}
              onClick={() => restore.mutate(document.id)}
            />
          </li>
        ))}
      </ul>
    </Panel>
  );
}
