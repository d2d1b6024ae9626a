import { useState } from 'react';
import type { Proofs } from '../api/types';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';
import { Scroll } from '../ui/Scroll';

/** What none of the kept tapes touches. */
export function Uncovered({ uncovered }: { uncovered: Proofs['uncovered'] }) {
  return (
    <Panel title="Not played by any tape">
      <Scroll label="Not touched yet" className="min-h-0 flex-1 p-3">
        {uncovered === null ? (
          <p>It is known when all tapes have been played.</p>
        ) : (
          <>
            <List title="Rules" items={uncovered.rules.map((rule) => `${rule.title} (line ${rule.line})`)} />
            <List
              title="Ends of what rules take"
              items={uncovered.ends.map((end) => `${end.title} (line ${end.line}): ${end.what} ${end.at}`)}
            />
            <List title="Scenes" items={uncovered.scenes} />
            <List
              title="From scene to scene in the set list"
              items={uncovered.orders.map((order) => `${order.from} to ${order.to}`)}
            />
            <List
              title="Controls"
              items={uncovered.controls.map((control) => `${control.unit} “${control.control}”`)}
            />
          </>
        )}
      </Scroll>
    </Panel>
  );
}

const FIRST = 20;

function List({ title, items }: { title: string; items: readonly string[] }) {
  const [isWhole, setWhole] = useState(false);
  const rest = items.length - FIRST;
  return (
    <section className="mb-3">
      <h3 className="font-semibold">
        {title}
        {items.length > 0 && <span className="ml-2 font-mono text-sm">{items.length}</span>}
      </h3>
      {items.length === 0 ? (
        <p className="text-sm">all are played</p>
      ) : (
        <ul className="list-disc pl-5 text-sm">
          {(isWhole ? items : items.slice(0, FIRST)).map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      )}
      {rest > 0 && !isWhole && <Button label={`Show ${rest} more`} onClick={() => setWhole(true)} />}
    </section>
  );
}
