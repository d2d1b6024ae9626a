import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import type { Chart, StoredDocument } from '../api/types';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import { useJson } from '../documents/useJson';
import { WithDocument } from '../documents/WithDocument';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';
import { ReckonButton } from '../ui/Reckoner';
import { Panel } from '../ui/Panel';
import { TabBody, Tabbed, Tabs } from '../ui/Tabs';
import { nextQuestions } from './questions';
import { Grid } from './Grid';
import { AUTOMATIC } from './tables/automatic';
import { CONTROLS } from './tables/controls';
import { FACTS } from './tables/facts';
import { HEARS } from './tables/hears';
import { KEYS } from './tables/keys';
import { PARAMETERS } from './tables/parameters';
import { PLUGS } from './tables/plugs';
import { PROCEDURES } from './tables/procedures';
import { PROGRAMS } from './tables/programs';
import { ROUTES } from './tables/routes';
import { SENDS } from './tables/sends';
import { SETTINGS } from './tables/settings';
import type { Table } from './tables/table';
import { Scroll } from '../ui/Scroll';

/** What one kind of device can do, as far as is known. */
export default function ChartPage() {
  const { id = '' } = useParams();
  return (
    <WithDocument id={id} kind="chart" what="the chart" back={{ label: 'Go to the charts', href: '/charts' }}>
      {(document) => <OpenChart document={document} />}
    </WithDocument>
  );
}

const TABLES = {
  Parameters: PARAMETERS,
  Controls: CONTROLS,
  Settings: SETTINGS,
  Plugs: PLUGS,
  Hears: HEARS,
  Sends: SENDS,
  'Passes on': ROUTES,
  'By itself': AUTOMATIC,
  Programs: PROGRAMS,
  Keys: KEYS,
  'By hand': PROCEDURES,
  Facts: FACTS,
};
type Tab = keyof typeof TABLES;
const TABS = Object.keys(TABLES) as Tab[];

interface OfChart {
  chart: Chart;
  change: (edit: (chart: Chart) => Chart) => void;
}

const ROWS: Record<Tab, (of: OfChart) => ReactNode> = {
  Parameters: (of) => <Rows table={PARAMETERS} {...of} />,
  Controls: (of) => <Rows table={CONTROLS} {...of} />,
  Settings: (of) => <Rows table={SETTINGS} {...of} />,
  Plugs: (of) => <Rows table={PLUGS} {...of} />,
  Hears: (of) => <Rows table={HEARS} {...of} />,
  Sends: (of) => <Rows table={SENDS} {...of} />,
  'Passes on': (of) => <Rows table={ROUTES} {...of} />,
  'By itself': (of) => <Rows table={AUTOMATIC} {...of} />,
  Programs: (of) => <Rows table={PROGRAMS} {...of} />,
  Keys: (of) => <Rows table={KEYS} {...of} />,
  'By hand': (of) => <Rows table={PROCEDURES} {...of} />,
  Facts: (of) => <Rows table={FACTS} {...of} />,
};

function OpenChart({ document }: { document: StoredDocument }) {
  const [tab, setTab] = useState<Tab>(() =>
    (JSON.parse(document.text) as Chart).parameters === undefined ? 'Controls' : 'Parameters',
  );
  const work = useJson<Chart>(document);
  const { value: chart, change } = work;
  const questions = nextQuestions(chart);
  return (
    <main className="flex min-h-0 flex-1 flex-col gap-2 p-2">
      <Tools>
        <UndoButtons work={work} />
        <ReckonButton first="program" />
      </Tools>
      <SavingNotice work={work} what="chart" />
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-2 overflow-auto lg:grid-cols-[3fr_1fr] lg:overflow-hidden">
        <Tabbed tabs={TABS} tab={tab} onTab={setTab}>
          <Panel
            title={`${chart.name}: ${counted(tab, chart)}`}
            aside={<Tabs label="Tables of the chart" tabs={TABS.map((each) => [each, each] as const)} />}
          >
            <TabBody
              tabs={TABS}
              className="flex min-h-0 flex-1 flex-col"
              show={(each) => ROWS[each]({ chart, change })}
            />
          </Panel>
        </Tabbed>
        <div className="flex min-h-0 flex-col gap-2">
          <Panel title="The next question">
            <div className="max-h-64 overflow-auto p-3">
              {questions.length === 0 ? (
                <p>Everything that is asked for most is known.</p>
              ) : (
                <ol className="flex list-decimal flex-col gap-2 pl-5" aria-label="Questions">
                  {questions.slice(0, 5).map((question) => (
                    <li key={question.ask}>
                      {question.ask} <span className="text-sm">{question.where}</span>
                    </li>
                  ))}
                </ol>
              )}
            </div>
          </Panel>
          <Facts chart={chart} />
        </div>
      </div>
    </main>
  );
}

/** Such as "9 controls". */
function counted(tab: Tab, chart: Chart): string {
  const { length } = TABLES[tab].rows(chart);
  const { what } = TABLES[tab];
  return `${length} ${length === 1 ? what : what.replace(/^\w+/, (first) => `${first}s`)}`;
}

/** A table of the chart, and a way to make it longer. */
function Rows<T>({ table, chart, change }: { table: Table<T> } & OfChart) {
  return (
    <>
      <Grid table={table} chart={chart} change={change} />
      {table.isFixed !== true && (
        <p className="border-t border-base-300 p-2">
          <Button
            icon={<Plus size={16} />}
            label={`Add a ${table.what}`}
            onClick={() =>
              change((before) => {
                const rows = table.rows(before);
                return table.put(before, [...rows, table.blank(rows)]);
              })
            }
          />
        </p>
      )}
    </>
  );
}

/** What else is known of the device, and what is not. */
function Facts({ chart }: { chart: Chart }) {
  const facts: [string, string][] = [
    ['What it is', chart.sort],
    ['Plugs', list((chart.plugs ?? []).map((plug) => `${plug.label} (${plug.connector})`))],
    ['Settings', list((chart.settings ?? []).map((setting) => setting.title))],
    ['Hears', list(chart.hears?.map((part) => part.id))],
    [
      'Sends',
      list(chart.sends?.map((sends) => Object.keys(sends.kinds ?? {}).join(', ') || 'unknown kinds')),
    ],
    ['Controls', chart.surface === undefined ? 'unknown' : String(chart.surface.controls.length)],
    ['Programs', chart.programs === undefined ? 'unknown' : `${chart.programs.count}`],
    ['Keys', chart.keys === undefined ? 'unknown' : `${chart.keys.low} to ${chart.keys.high}`],
    ['Hazards', list(chart.hazards)],
  ];
  return (
    <Panel title="What is known" className="flex-1">
      <Scroll label="Facts" className="min-h-0 p-3">
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
          {facts.map(([what, fact]) => (
            <div key={what} className="contents">
              <dt className="text-sm">{what}</dt>
              <dd className={fact === 'unknown' ? 'text-warning' : 'font-semibold'}>{fact}</dd>
            </div>
          ))}
        </dl>
      </Scroll>
    </Panel>
  );
}

const list = (words: readonly string[] | undefined): string =>
  words === undefined ? 'unknown' : words.length === 0 ? 'none' : words.join(', ');
