import { Plus } from 'lucide-react';
import { useState } from 'react';
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
import { oneOf, useInAddress } from '../ui/useInAddress';
import { View } from '../ui/View';
import { TabBody, Tabbed, Tabs } from '../ui/Tabs';
import { nextQuestions } from './questions';
import { Grid } from './Grid';
import { ReadyMadeRules } from './ReadyMadeRules';
import { GROUPS, type AnyTable } from './tables/all';
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

type Tab = keyof typeof GROUPS | 'Rules';
const TABS = [...(Object.keys(GROUPS) as (keyof typeof GROUPS)[]), 'Rules'] as const satisfies readonly Tab[];

interface OfChart {
  chart: Chart;
  change: (edit: (chart: Chart) => Chart) => void;
}

function OpenChart({ document }: { document: StoredDocument }) {
  const [first] = useState<Tab>(() =>
    (JSON.parse(document.text) as Chart).parameters === undefined ? 'Controls' : 'Parameters',
  );
  const [tab, setTab] = useInAddress<Tab>('tab', first, oneOf(TABS));
  const work = useJson<Chart>(document);
  const { value: chart, change } = work;
  const questions = nextQuestions(chart);
  return (
    <View title="Chart" of={chart.name}>
      <Tools>
        <UndoButtons work={work} />
        <ReckonButton first="program" />
      </Tools>
      <SavingNotice work={work} what="chart" />
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-2 overflow-auto max-lg:grid-rows-[minmax(32rem,1fr)_auto] lg:grid-cols-[3fr_1fr] lg:overflow-hidden">
        <Tabbed tabs={TABS} tab={tab} onTab={setTab}>
          <Panel
            title={chart.name}
            aside={<Tabs label="Tables of the chart" tabs={TABS.map((each) => [each, each] as const)} />}
          >
            <TabBody
              tabs={TABS}
              className="flex min-h-0 flex-1 flex-col"
              show={(each) =>
                each === 'Rules' ? (
                  <ReadyMadeRules chart={chart} change={change} />
                ) : (
                  <Group tables={GROUPS[each]} chart={chart} change={change} />
                )
              }
            />
          </Panel>
        </Tabbed>
        <div className="flex min-h-0 flex-col gap-2">
          <Panel title="The next question">
            <div className="max-h-64 overflow-auto p-3">
              {questions.length === 0 ? (
                <p>Nothing important is missing.</p>
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
    </View>
  );
}

/** Such as "9 controls". */
const counted = (count: number, what: string): string =>
  `${count} ${count === 1 ? what : what.replace(/^\w+/, (word) => `${word}s`)}`;

/** Tables that belong together, one at a time: what most people want, and what is known beside it. */
function Group({ tables, chart, change }: { tables: readonly AnyTable[] } & OfChart) {
  const [place, setPlace] = useState(0);
  const table = tables[place] ?? tables[0];
  return (
    <>
      {tables.length > 1 && (
        <div role="group" aria-label="Which table" className="flex gap-1 border-b border-base-300 p-1">
          {tables.map((each, at) => (
            <Button
              key={each.title}
              tone={at === place ? 'primary' : 'quiet'}
              label={each.title}
              aria-pressed={at === place}
              onClick={() => setPlace(at)}
            />
          ))}
        </div>
      )}
      {table?.with((known) => (
        <Rows key={known.title} table={known} chart={chart} change={change} />
      ))}
    </>
  );
}

/** A table of the chart, and a way to make it longer. */
function Rows<T>({ table, chart, change }: { table: Table<T> } & OfChart) {
  return (
    <>
      <Grid table={table} chart={chart} change={change} />
      {table.isFixed !== true && (
        <p className="flex items-center gap-3 border-t border-base-300 p-2">
          <Button
            icon={<Plus size={16} />}
            label={`Add a ${table.what}`}
            onClick={() =>
              change((before) => {
                const rows = table.rows(before);
                return table.put(before, [...rows, table.blank(rows, before)]);
              })
            }
          />
          <span className="text-sm">{counted(table.rows(chart).length, table.what)}</span>
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
