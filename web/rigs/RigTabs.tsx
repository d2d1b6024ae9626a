import type { ReactNode } from 'react';
import type { RigFinding } from '../api/types';
import { Panel } from '../ui/Panel';
import { TabBody, Tabbed, Tabs } from '../ui/Tabs';
import { oneOf, useInAddress } from '../ui/useInAddress';
import { Combs } from './Combs';
import { Findings } from './Findings';
import { LeadsTable } from './LeadsTable';
import { Loads } from './Loads';
import { Players } from './Players';
import type { Chosen } from './useChosen';
import { TestRun } from './TestRun';
import type { RigWork } from './useRig';

const TABS = ['Findings', 'Leads', 'Plays', 'Plan', 'Loads', 'Test'] as const;
type Tab = (typeof TABS)[number];

/** What is computed from the rig, one list at a time. */
export function RigTabs({
  id,
  work,
  onChoose,
}: {
  id: string;
  work: RigWork;
  onChoose: (chosen: Chosen) => void;
}) {
  const [place, setPlace] = useInAddress('tab', 'findings', oneOf(TABS.map((each) => each.toLowerCase())));
  const tab = TABS.find((each) => each.toLowerCase() === place) ?? 'Findings';
  const computed = work.computed;
  const count: Partial<Record<Tab, number>> = {
    Findings: computed?.findings.filter((finding: RigFinding) => finding.severity !== 'hint').length ?? 0,
    Leads: computed?.wires.leads.filter((lead) => lead.verdict !== 'works').length ?? 0,
    Plays:
      computed?.plays.filter((cell) => cell.means !== null && cell.arrives === (cell.means !== 'plays'))
        .length ?? 0,
    Plan: [
      ...(computed?.plan.settings ?? []),
      ...(computed?.plan.cables ?? []),
      ...(computed?.plan.numbers ?? []),
    ].filter((each) => each.cost > 0).length,
    Loads: computed?.fit.filter((fit) => fit.isHeavy && !fit.isEstimate).length ?? 0,
  };
  const body: Record<Tab, () => ReactNode> = {
    Findings: () => <Findings id={id} work={work} onChoose={onChoose} />,
    Leads: () => <LeadsTable work={work} onChoose={onChoose} />,
    Plays: () => <Players work={work} onChoose={onChoose} />,
    Plan: () => <Combs work={work} onChoose={onChoose} />,
    Loads: () => <Loads work={work} />,
    Test: () => <TestRun id={id} work={work} />,
  };
  return (
    <Tabbed tabs={TABS} tab={tab} onTab={(chosen) => setPlace(chosen.toLowerCase())}>
      <Panel
        title={work.isComputing ? 'Computing …' : 'Results'}
        className="flex-1"
        aside={<Tabs label="Results" tabs={TABS.map((each) => [each, each] as const)} marks={count} />}
      >
        <TabBody
          tabs={TABS}
          className="min-h-0 flex-1 overflow-auto"
          show={(each) => (computed === null ? <p className="p-3">Computing …</p> : body[each]())}
        />
      </Panel>
    </Tabbed>
  );
}
