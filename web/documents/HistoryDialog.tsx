import { History, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { api } from '../api/client';
import type { Revision, StoredDocument } from '../api/types';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Changes } from './Changes';
import { useDocumentWork, useRevision, useRevisions } from './queries';

/** Who changed a document, when and what; any version can be brought back. */
export function HistoryDialog({
  document,
  version,
  onBroughtBack,
  onClose,
}: {
  document: { id: string; name: string };
  /** The version that is being looked at. */
  version: () => number;
  onBroughtBack: (document: StoredDocument) => void;
  onClose: () => void;
}) {
  const revisions = useRevisions(document.id);
  const [chosen, setChosen] = useState<number | null>(null);
  const number = chosen ?? revisions.data?.[0]?.number ?? null;
  const revision = useRevision(document.id, number);
  const back = useDocumentWork((to: number) => api.bringBack(document.id, to, version()));
  const isFirst = number === revisions.data?.at(-1)?.number;
  const isLatest = number === revisions.data?.[0]?.number;

  return (
    <Dialog title={`History of ${document.name}`} onClose={onClose} width="w-[60rem]">
      {back.error !== null && (
        <p role="alert" className="bg-error px-3 py-2 text-sm text-error-content">
          {back.error.message}
        </p>
      )}
      <div className="grid h-[34rem] min-h-0 grid-cols-1 grid-rows-[10rem_1fr] overflow-hidden md:grid-cols-[16rem_1fr] md:grid-rows-1">
        <ol aria-label="Versions" className="overflow-auto border-r border-base-300 p-2">
          {revisions.data?.map((each) => (
            <li key={each.number}>
              <button
                type="button"
                className={`btn h-auto w-full flex-col items-start gap-0 py-1.5 text-left btn-sm ${each.number === number ? 'btn-neutral' : 'btn-ghost'}`}
                aria-pressed={each.number === number}
                onClick={() => setChosen(each.number)}
              >
                <span className="font-semibold">{timeOf(each.at)}</span>
                <span className="text-xs font-normal">{said(each)}</span>
              </button>
            </li>
          ))}
        </ol>
        <div
          role="region"
          aria-label="The version"
          tabIndex={0}
          className="flex min-w-0 flex-col gap-2 overflow-auto p-3"
        >
          {revision.data !== undefined && (
            <>
              <p className="flex items-center gap-2 text-sm">
                <History size={16} /> {isFirst ? 'How it began' : 'What this version changed'}
                {!isLatest && (
                  <Button
                    tone="primary"
                    className="ml-auto"
                    icon={<Undo2 size={16} />}
                    label="Bring this version back"
                    disabled={back.isPending}
                    onClick={() =>
                      back.mutate(revision.data.number, {
                        onSuccess: (restored) => {
                          onBroughtBack(restored);
                          onClose();
                        },
                      })
                    }
                  />
                )}
              </p>
              <Changes
                changes={
                  isFirst
                    ? revision.data.changes.map((line) => ({ ...line, sign: ' ' }))
                    : revision.data.changes
                }
              />
              {!isLatest && (
                <>
                  <p className="text-sm">What has changed since</p>
                  <Changes changes={revision.data.since} />
                </>
              )}
            </>
          )}
        </div>
      </div>
    </Dialog>
  );
}

function said(revision: Revision): string {
  return `${revision.what}${revision.by === '' ? '' : ` by ${revision.by}`}, version ${revision.number}`;
}

/** A time as it is said, such as "25 Nov, 20:15". */
export function timeOf(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}
