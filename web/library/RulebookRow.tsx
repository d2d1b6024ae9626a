import { Copy, Download, History, Pencil, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { timeOf } from '../documents/HistoryDialog';
import { renamed, useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { NameField } from '../ui/NameField';

/** One rulebook, and what can be done with it. */
export function RulebookRow({ rulebook, onHistory }: { rulebook: DocumentSummary; onHistory: () => void }) {
  const [isRenaming, setRenaming] = useState(false);
  const rename = useDocumentWork(async (name: string) => renamed(await api.readDocument(rulebook.id), name));
  const copy = useDocumentWork(() => api.duplicateDocument(rulebook.id));
  const remove = useDocumentWork(() => api.deleteDocument(rulebook.id));
  const problem = rename.error ?? copy.error ?? remove.error;
  const lines = typeof rulebook.summary['lines'] === 'number' ? rulebook.summary['lines'] : 0;

  return (
    <li className="flex flex-wrap items-center gap-2 px-3 py-2">
      <div className="min-w-48 flex-1">
        {!isRenaming ? (
          <Link className="text-base font-semibold hover:underline" to={`/bench/${rulebook.id}`}>
            {rulebook.name}
          </Link>
        ) : (
          <NameField
            name={rulebook.name}
            onDone={(name) => {
              if (name !== null) {
                rename.mutate(name);
              }
              setRenaming(false);
            }}
          />
        )}
        <p className="text-sm">
          {lines} lines, changed {timeOf(rulebook.changedAt)}
          {rulebook.changedBy === '' ? '' : ` by ${rulebook.changedBy}`}, version {rulebook.version}
        </p>
        {problem !== null && <p className="text-sm text-error">{problem.message}</p>}
      </div>
      <Link className="btn btn-sm min-h-9 btn-neutral" to={`/bench/${rulebook.id}`}>
        Open on the bench
      </Link>
      <Button
        tone="quiet"
        iconOnly
        icon={<Pencil size={16} />}
        label={`Rename ${rulebook.name}`}
        onClick={() => setRenaming(true)}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<Copy size={16} />}
        label={`Duplicate ${rulebook.name}`}
        onClick={() => copy.mutate(undefined)}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<History size={16} />}
        label={`History of ${rulebook.name}`}
        onClick={onHistory}
      />
      <a
        className="btn btn-square btn-ghost btn-sm min-h-9"
        href={`/api/documents/${rulebook.id}/file`}
        download
        aria-label={`Download ${rulebook.name}`}
        title={`Download ${rulebook.name}`}
      >
        <Download size={16} />
      </a>
      <Button
        tone="quiet"
        iconOnly
        icon={<Trash2 size={16} />}
        label={`Delete ${rulebook.name}`}
        onClick={() => remove.mutate(undefined)}
      />
    </li>
  );
}
