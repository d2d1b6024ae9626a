import { Cable, Download, FilePlus2, Music } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Arrival, StoredDocument } from '../api/types';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import { WithDocument } from '../documents/WithDocument';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';
import { useAlive } from '../live/useAlive';
import { useStanding } from '../live/useStanding';
import { AddLead } from './AddLead';
import { AddUnit } from './AddUnit';
import { Details } from './Details';
import { RigPicture, type Chosen } from './RigPicture';
import { RigTabs } from './RigTabs';
import { useRig } from './useRig';

/** A rig: its picture, what is chosen in it, and everything that is computed from it. */
export default function RigPage() {
  const { id = '' } = useParams();
  return (
    <WithDocument id={id} kind="rig" what="the rig">
      {(document) => <OpenRig document={document} />}
    </WithDocument>
  );
}

function OpenRig({ document }: { document: StoredDocument }) {
  const work = useRig(document);
  const [chosen, setChosen] = useState<Chosen>(null);
  const [way, setWay] = useState<Arrival | null>(null);
  const alive = useAlive(document.id);
  const standing = useStanding(document.id, alive !== null);
  const [adding, setAdding] = useState<'unit' | 'lead' | null>(null);
  const { rig, computed } = work;
  const choose = (next: Chosen) => {
    setChosen(next);
    setWay(null);
  };

  return (
    <main className="flex min-h-0 flex-1 flex-col gap-2 p-2">
      <Tools>
        <UndoButtons work={work} />
        <Button
          tone="primary"
          icon={<FilePlus2 size={16} />}
          label="Add a unit"
          onClick={() => setAdding('unit')}
        />
        <Button
          icon={<Cable size={16} />}
          label="Lay a lead"
          disabled={rig.units.length === 0}
          onClick={() => setAdding('lead')}
        />
        {rig.book !== undefined && (
          <Link className="btn btn-sm min-h-9 gap-2 btn-neutral" to={`/bench/${rig.book}`}>
            <Music size={16} /> Rules on the bench
          </Link>
        )}
        <a
          className="btn btn-square btn-sm min-h-9 btn-neutral"
          href={`/api/rigs/${document.id}/file`}
          aria-label="The rig as a file"
          title="The rig as a file"
          download
        >
          <Download size={16} />
        </a>
      </Tools>
      <SavingNotice work={work} what="rig" />
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-2 overflow-auto lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] lg:overflow-hidden">
        <Panel
          title={`${document.name}: ${counted(rig.units.length, 'unit')}, ${counted((rig.leads ?? []).length, 'lead')}`}
        >
          <div className="min-h-0 flex-1 overflow-auto p-2">
            {rig.units.length === 0 ? (
              <Empty onAdd={() => setAdding('unit')} />
            ) : (
              <RigPicture
                rig={rig}
                computed={computed}
                chosen={chosen}
                way={way}
                alive={alive}
                standing={standing}
                onChoose={choose}
              />
            )}
          </div>
        </Panel>
        <div className="flex min-h-0 flex-col gap-2">
          {chosen !== null && (
            <Details
              key={`${chosen.what} ${chosen.id}`}
              id={document.id}
              work={work}
              chosen={chosen}
              way={way}
              onWay={setWay}
              onChoose={choose}
            />
          )}
          <RigTabs id={document.id} work={work} onChoose={choose} />
        </div>
      </div>
      {adding === 'unit' && (
        <AddUnit
          work={work}
          onClose={(name) => {
            setAdding(null);
            setChosen(name === null ? chosen : { what: 'unit', id: name });
          }}
        />
      )}
      {adding === 'lead' && (
        <AddLead
          work={work}
          from={chosen?.what === 'unit' ? chosen.id : null}
          onClose={(id) => {
            setAdding(null);
            setChosen(id === null ? chosen : { what: 'lead', id });
          }}
        />
      )}
    </main>
  );
}

function Empty({ onAdd }: { onAdd: () => void }) {
  return (
    <div className="grid place-items-center gap-3 p-10 text-center">
      <p className="max-w-md">
        Nothing is in this rig yet. Add the boxes that you carry, in any order; then lay leads between them,
        and the plan gives each its channel.
      </p>
      <Button tone="primary" icon={<FilePlus2 size={18} />} label="Add the first unit" onClick={onAdd} />
    </div>
  );
}

function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? '' : 's'}`;
}
