import { Cable, Download, FilePlus2 } from 'lucide-react';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { Arrival, Rig, StoredDocument } from '../api/types';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import { WithDocument } from '../documents/WithDocument';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { View } from '../ui/View';
import { useCommands } from '../shell/commands';
import { useAlive } from '../live/useAlive';
import { useStanding } from '../live/useStanding';
import { AddLead } from './AddLead';
import { AddUnit } from './AddUnit';
import { Details } from './Details';
import { RigPicture } from './picture/RigPicture';
import type { At } from './picture/walk';
import { RigTabs } from './RigTabs';
import { useChosen, type Chosen } from './useChosen';
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
  const [chosen, setChosen] = useChosen();
  const [way, setWay] = useState<Arrival | null>(null);
  const alive = useAlive(document.id);
  const standing = useStanding(document.id, alive !== null);
  const [adding, setAdding] = useState<'unit' | 'lead' | null>(null);
  /** What has just been made, or is next to what was removed. */
  const [focus, setFocus] = useState<At | null>(null);
  const [removed, setGone] = useState<{ words: string; rig: Rig } | null>(null);
  // It can be taken back in one step until something else is done.
  const gone = removed !== null && work.previous === removed.rig ? removed : null;
  const { rig, computed } = work;
  useCommands('Rig', [
    { label: 'Walk along leads and boxes', keys: 'Arrows' },
    { label: 'Open what is chosen', keys: 'Enter' },
    { label: 'Find a unit by its first letters', keys: 'Letters' },
    { label: 'Zoom in, zoom out, see all', keys: '+  -  0' },
    { label: 'Add a unit', run: () => setAdding('unit') },
    ...(rig.units.length === 0 ? [] : [{ label: 'Lay a lead', run: () => setAdding('lead') }]),
  ]);
  const choose = (next: Chosen) => {
    setChosen(next);
    setWay(null);
  };

  return (
    <View title="Rig" of={document.name}>
      <Tools>
        <UndoButtons work={work} />
        <Button
          // Where there is none yet, the empty page says it.
          tone={rig.units.length === 0 ? 'plain' : 'primary'}
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
      <Notice
        text={gone === null ? null : `${gone.words} is taken out of the rig.`}
        tone="info"
        action={{
          label: 'Undo',
          isDisabled: false,
          onPress: () => {
            work.undo?.();
            setGone(null);
          },
        }}
        onClose={() => setGone(null)}
      />
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-2 overflow-auto max-lg:grid-rows-[minmax(27rem,1fr)_minmax(24rem,1fr)] lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] lg:overflow-hidden">
        <Panel
          title={`${document.name}: ${counted(rig.units.length, 'unit')}, ${counted((rig.leads ?? []).length, 'lead')}`}
        >
          <div className="min-h-0 flex-1 overflow-hidden">
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
                focus={focus}
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
              onRemoved={(words, next) => {
                choose(null);
                setFocus(next);
                setGone({ words, rig });
              }}
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
            if (name !== null) {
              setChosen({ what: 'unit', id: name });
              setFocus({ what: 'box', name });
            }
          }}
        />
      )}
      {adding === 'lead' && (
        <AddLead
          work={work}
          from={chosen?.what === 'unit' ? chosen.id : null}
          onClose={(id) => {
            setAdding(null);
            if (id !== null) {
              setChosen({ what: 'lead', id });
              setFocus({ what: 'line', name: id });
            }
          }}
        />
      )}
    </View>
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
