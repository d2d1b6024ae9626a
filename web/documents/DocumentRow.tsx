import { Copy, Download, History, Pencil, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary } from '../api/types';
import { timeOf } from './HistoryDialog';
import { renamed, useDocumentWork } from './queries';
import { Button } from '../ui/Button';
import { NameField } from '../ui/NameField';

/** One document of any kind, and what can be done with it. */
export function DocumentRow({
  document,
  to,
  open,
  file,
  about,
  onHistory,
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
      <Button
        tone="quiet"
        iconOnly
        icon={<Pencil size={16} />}
        label={`Rename ${name}`}
        onClick={() => setRenaming(true)}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<Copy size={16} />}
        label={`Duplicate ${name}`}
        onClick={() => copy.mutate(undefined)}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<History size={16} />}
        label={`History of ${name}`}
        onClick={onHistory}
      />
      <a
        className="btn btn-square btn-ghost btn-sm min-h-9"
        href={file}
        download
        aria-label={`Download ${name}`}
        title={`Download ${name}`}
      >
        <Download size={16} />
      </a>
      <Button
        tone="quiet"
        iconOnly
        icon={<Trash2 size={16} />}
        label={`Delete ${name}`}
        onClick={() => remove.mutate(undefined)}
      />
    </li>
  );
}
