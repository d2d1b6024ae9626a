import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { ListedShow, ShowState } from '../api/types';
import { DocumentActions } from '../documents/DocumentActions';
import { timeOf } from '../documents/HistoryDialog';
import { renamed, useDocumentWork } from '../documents/queries';
import { wayTo } from '../shows/address';
import { NameField } from '../ui/NameField';
import { counted } from '../ui/counted';

/** One show: how it stands at a glance, and what can be done with all of it. */
export function ShowRow({
  show,
  onHistory,
  onDelete,
}: {
  show: ListedShow;
  onHistory: () => void;
  onDelete: () => void;
}) {
  const { id, name } = show;
  const [isRenaming, setRenaming] = useState(false);
  const state = useQuery({
    queryKey: ['state of show', id, show.version, show.changedAt],
    queryFn: () => api.stateOfShow(id),
    retry: false,
  });
  const rename = useDocumentWork(async (to: string) => renamed(await api.readDocument(id), to));
  const copy = useDocumentWork(() => api.duplicateDocument(id));
  const problem = rename.error ?? copy.error;
  return (
    <li className="grid grid-cols-1 items-center gap-x-4 gap-y-1 px-3 py-2 sm:grid-cols-[minmax(12rem,1fr)_auto] lg:grid-cols-[minmax(12rem,1fr)_24rem_auto]">
      <div className="min-w-0">
        {isRenaming ? (
          <NameField
            name={name}
            onDone={(wanted) => {
              if (wanted !== null) {
                rename.mutate(wanted);
              }
              setRenaming(false);
            }}
          />
        ) : (
          <Link
            className="text-lg font-semibold hover:underline"
            to={wayTo(id, show.rig === null ? 'bench' : 'rig')}
          >
            {name}
          </Link>
        )}
        {show.isLive && <span className="ml-2 badge font-semibold badge-success">live now</span>}
        {show.isLocked && <span className="ml-2 badge badge-neutral">locked</span>}
        <p className="text-sm">
          changed {timeOf(show.changedAt)}
          {show.changedBy === '' ? '' : ` by ${show.changedBy}`}
        </p>
        {problem !== null && <p className="text-sm text-error">{problem.message}</p>}
      </div>
      <Glance show={show} state={state.data} problem={state.error?.message ?? null} />
      <DocumentActions
        name={name}
        file={show.rig === null ? `/api/documents/${id}/file` : `/api/rigs/${id}/zip`}
        onRename={() => setRenaming(true)}
        onDuplicate={() => copy.mutate(undefined)}
        onHistory={onHistory}
        onDelete={onDelete}
      />
    </li>
  );
}

/** What a show has and what is found in it, in figures that stand under each other. */
function Glance({
  show,
  state,
  problem,
}: {
  show: ListedShow;
  state: ShowState | undefined;
  problem: string | null;
}) {
  if (problem !== null) {
    return <p className="text-sm text-warning sm:col-span-2 lg:col-span-1">{problem}</p>;
  }
  const { error = 0, warning = 0, hint = 0 } = state?.findings ?? {};
  const found = [
    ...(error > 0 ? [{ words: counted(error, 'error'), tone: 'text-error' }] : []),
    ...(warning > 0 ? [{ words: counted(warning, 'warning'), tone: 'text-warning' }] : []),
    ...(hint > 0 ? [{ words: counted(hint, 'hint'), tone: '' }] : []),
  ];
  return (
    <div className="text-sm sm:order-last sm:col-span-2 lg:order-none lg:col-span-1">
      <p>
        {show.units === null
          ? `${counted(show.lines, 'line')} of rules, no rig`
          : `${counted(show.units, 'unit')} · ${counted(show.leads ?? 0, 'lead')} · ${
              state === undefined
                ? '… songs'
                : `${counted(state.songs, 'song')} · ${counted(state.proofs, 'tape')}`
            }`}
      </p>
      <p className="flex flex-wrap gap-x-3">
        {state === undefined ? (
          <span>counting …</span>
        ) : found.length === 0 ? (
          <span className="text-success">✓ nothing found</span>
        ) : (
          found.map(({ words, tone }) => (
            <b key={words} className={tone}>
              {words}
            </b>
          ))
        )}
        {state !== undefined && show.units !== null && (
          <span>{state.lastPlayed === null ? 'never played' : `played ${timeOf(state.lastPlayed)}`}</span>
        )}
      </p>
    </div>
  );
}
