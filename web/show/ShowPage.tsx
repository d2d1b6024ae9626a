import { useQuery } from '@tanstack/react-query';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { StoredDocument } from '../api/types';
import { useDocument } from '../documents/queries';
import { useRig } from '../rigs/useRig';
import { Tools } from '../shell/Tools';
import { Blank } from '../ui/Blank';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { Tabs } from '../ui/Tabs';
import { LeapSheet } from './LeapSheet';
import { LogSheet } from './LogSheet';
import { ProgramSheet } from './ProgramSheet';
import { SetListPanel } from './SetListPanel';
import { SwitchSheet } from './SwitchSheet';

const TABS = {
  songs: 'Set list',
  programs: 'Programs',
  switches: 'Switches',
  leaps: 'Leaps',
  log: 'Log',
} as const;

/** The show of a rig: its songs in order, what each scene calls, and what each control does. */
export default function ShowPage() {
  const { id = '' } = useParams();
  const document = useDocument(id);
  if (document.isError) {
    return <Blank title={document.error.message} action={{ label: 'Go to the library', href: '/library' }} />;
  }
  return document.data === undefined ? (
    <Blank title="Opening the show …" />
  ) : (
    <OpenShow key={id} document={document.data} />
  );
}

function OpenShow({ document }: { document: StoredDocument }) {
  const work = useRig(document);
  const [tab, setTab] = useState<keyof typeof TABS>('songs');
  const sheets = useQuery({
    queryKey: ['show', document.id, work.computed?.version, work.saving.version()],
    queryFn: () => api.showOf(document.id),
    placeholderData: (before) => before,
  });
  const state = work.saving.state;
  return (
    <main className="flex min-h-0 flex-1 flex-col gap-2 p-2">
      <Tools>
        <Button
          iconOnly
          icon={<Undo2 size={16} />}
          label="Undo"
          disabled={work.undo === null}
          onClick={work.undo ?? undefined}
        />
        <Button
          iconOnly
          icon={<Redo2 size={16} />}
          label="Redo"
          disabled={work.redo === null}
          onClick={work.redo ?? undefined}
        />
        <Tabs
          label="The show"
          tabs={Object.entries(TABS) as [keyof typeof TABS, string][]}
          tab={tab}
          onTab={setTab}
        />
        <Link className="btn btn-sm min-h-9 btn-neutral" to={`/rigs/${document.id}`}>
          The rig
        </Link>
        <Link className="btn btn-sm min-h-9 btn-primary" to={`/stage/${document.id}`}>
          Play the show
        </Link>
      </Tools>
      <Notice
        text={
          state.is === 'failed'
            ? state.text
            : state.is === 'conflict'
              ? 'Somebody else has changed this rig meanwhile. Load the page again to see it.'
              : (sheets.error?.message ?? null)
        }
        tone="error"
      />
      <Panel title={`${document.name}: ${TABS[tab].toLowerCase()}`} className="min-h-0 flex-1">
        <div className="min-h-0 flex-1 overflow-auto p-3">
          {tab === 'songs' && <SetListPanel work={work} scenes={sheets.data?.scenes ?? []} />}
          {tab === 'programs' && sheets.data !== undefined && (
            <ProgramSheet
              id={document.id}
              sheets={sheets.data}
              book={work.rig.book ?? null}
              onChanged={() => void sheets.refetch()}
            />
          )}
          {tab === 'switches' && sheets.data !== undefined && (
            <SwitchSheet
              id={document.id}
              sheets={sheets.data}
              rig={work.rig}
              onChanged={() => void sheets.refetch()}
            />
          )}
          {tab === 'log' && <LogSheet id={document.id} work={work} />}
          {tab === 'leaps' && (
            <LeapSheet id={document.id} book={work.rig.book ?? null} version={work.saving.version()} />
          )}
        </div>
      </Panel>
    </main>
  );
}
