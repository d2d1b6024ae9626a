import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client';
import type { StoredDocument } from '../api/types';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import { WithDocument } from '../documents/WithDocument';
import { useRig } from '../rigs/useRig';
import { Tools } from '../ui/Tools';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { TabBody, Tabbed, Tabs } from '../ui/Tabs';
import { oneOf, useInAddress } from '../ui/useInAddress';
import { View } from '../ui/View';
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
type Tab = keyof typeof TABS;
const NAMES = Object.keys(TABS) as Tab[];

/** The show of a rig: its songs in order, what each scene calls, and what each control does. */
export default function ShowPage() {
  const { id = '' } = useParams();
  return (
    <WithDocument id={id} kind="rig" what="the show">
      {(document) => <OpenShow document={document} />}
    </WithDocument>
  );
}

function OpenShow({ document }: { document: StoredDocument }) {
  const work = useRig(document, false);
  const [tab, setTab] = useInAddress<Tab>('tab', 'songs', oneOf(NAMES));
  const sheets = useQuery({
    queryKey: ['show', document.id, work.saving.version()],
    enabled: work.saving.state.is === 'saved',
    queryFn: () => api.showOf(document.id),
    placeholderData: (before) => before,
  });
  const queries = useQueryClient();
  // A request that is under way may have been answered before the change: what it brings is not waited for.
  const onChanged = () =>
    void queries.cancelQueries({ queryKey: ['show', document.id] }).then(() => sheets.refetch());
  const show: Record<Tab, () => ReactNode> = {
    songs: () => <SetListPanel work={work} scenes={sheets.data?.scenes ?? []} />,
    programs: () =>
      sheets.data !== undefined && (
        <ProgramSheet
          id={document.id}
          sheets={sheets.data}
          book={work.rig.book ?? null}
          onChanged={onChanged}
        />
      ),
    switches: () =>
      sheets.data !== undefined && (
        <SwitchSheet id={document.id} sheets={sheets.data} rig={work.rig} onChanged={onChanged} />
      ),
    leaps: () => <LeapSheet id={document.id} book={work.rig.book ?? null} version={work.saving.version()} />,
    log: () => <LogSheet id={document.id} work={work} />,
  };
  return (
    <Tabbed tabs={NAMES} tab={tab} onTab={setTab}>
      <View title="Show" of={document.name}>
        <Tools>
          {tab !== 'log' && <UndoButtons work={work} />}
          <Tabs label="The show" tabs={Object.entries(TABS) as [Tab, string][]} />
        </Tools>
        <SavingNotice work={work} what="rig" />
        <Notice text={sheets.error?.message ?? null} tone="error" />
        <Panel title={`${document.name}: ${TABS[tab].toLowerCase()}`} className="min-h-0 flex-1">
          <TabBody tabs={NAMES} className="min-h-0 flex-1 overflow-auto p-3" show={(each) => show[each]()} />
        </Panel>
      </View>
    </Tabbed>
  );
}
