import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { DocumentActions } from './DocumentActions';
import { timeOf } from './HistoryDialog';
import { renamed, useDocumentWork } from './queries';
import { NameField } from '../ui/NameField';

/** One document of any kind, and what can be done with it. */
export function DocumentRow({
  document,
  to,
  open,
  file,
  about,
  onHistory,
  onDeleted,
}: {
  document: DocumentSummary;
  /** Where it is opened. */
  to: string;
  /** What the way there is called; without it the name alone leads there. */
  open?: string;
  /** Where it is got as a file. */
  file: string;
  about: string;
  onHistory: () => void;
  onDeleted: () => void;
}) {
  const { id, name } = document;
  const [isRenaming, setRenaming] = useState(false);
  const rename = useDocumentWork(async (to: string) => renamed(await api.readDocument(id), to));
  const copy = useDocumentWork(() => api.duplicateDocument(id));
  const remove = useDocumentWork(() => api.deleteDocument(id));
  const problem = rename.error ?? copy.error ?? remove.error;

  return (
    <li className="flex flex-wrap items-center gap-2 px-3 py-2">
      <div className="min-w-48 flex-1">
        {!isRenaming ? (
          <Link className="text-base font-semibold hover:underline" to={to}>
            {name}
          </Link>
        ) : (
          <NameField
            name={name}
            onDone={(wanted) => {
              if (wanted !== null) {
                rename.mutate(wanted);
              }
              setRenaming(false);
            }}
          />
        )}
        <p className="text-sm">
          {about}, changed {timeOf(document.changedAt)}
          {document.changedBy === '' ? '' : ` by ${document.changedBy}`}, version {document.version}
        </p>
        {problem !== null && <p className="text-sm text-error">{problem.message}</p>}
      </div>
      {open !== undefined && (
        <Link className="btn btn-sm min-h-9 btn-neutral" to={to}>
          {open}
        </Link>
      )}
      <DocumentActions
        name={name}
        file={file}
        onRename={() => setRenaming(true)}
        onDuplicate={() => copy.mutate(undefined)}
        onHistory={onHistory}
        onDelete={() => remove.mutate(undefined, { onSuccess: onDeleted })}
      />
    </li>
  );
}
