import { Undo2 } from 'lucide-react';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { timeOf } from './HistoryDialog';
import { useDeleted, useDocumentWork } from './queries';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';

const NAMES: Partial<Record<string, string>> = { rig: 'show', rulebook: 'rules' };

/** What was deleted of some kinds of document, and can be taken back for thirty days. */
export function Deleted({ kinds }: { kinds: readonly string[] }) {
  const deleted = useDeleted();
  const takeBack = useDocumentWork((document: DocumentSummary) =>
    document.kind === 'rig' ? api.restoreShow(document.id) : api.restoreDocument(document.id),
  );
  const all = deleted.data?.filter((document) => kinds.includes(document.kind)) ?? [];
  // Rules that went with their rig come back with it.
  const ofRigs = new Set(all.map((document) => document.summary['book']));
  const documents = all.filter((document) => !ofRigs.has(document.id));
  return (
    documents.length > 0 && (
      <Panel title="Deleted, and kept for 30 days" className="shrink-0">
        <ul className="divide-y divide-base-300" aria-label="Deleted">
          {documents.map((document) => (
            <li key={document.id} className="flex items-center gap-2 px-3 py-1.5">
              <span className="flex-1">
                {document.name}
                <span className="ml-2 text-sm">
                  {NAMES[document.kind] ?? document.kind}, deleted {timeOf(document.deletedAt ?? '')}
                </span>
              </span>
              <Button
                icon={<Undo2 size={16} />}
                label="Take back"
                aria-label={`Take back ${document.name}`}
                onClick={() => takeBack.mutate(document)}
              />
            </li>
          ))}
        </ul>
      </Panel>
    )
  );
}
