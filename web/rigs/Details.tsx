import { Trash2, X } from 'lucide-react';
import { useState } from 'react';
import type { Arrival, Unit } from '../api/types';
import { Beside } from '../documents/Beside';
import { useDocuments } from '../documents/queries';
import { Button } from '../ui/Button';
import { NameField } from '../ui/NameField';
import { Panel } from '../ui/Panel';
import { removeLead } from '../model/leads';
import { chartOf, removeUnit, renameUnit, unitNamed } from '../model/units';
import { AboutUnit } from './AboutUnit';
import { LabelsOfControls } from './LabelsOfControls';
import { LayControls } from './LayControls';
import { LeadDetails } from './LeadDetails';
import { NumbersOfUnit } from './NumbersOfUnit';
import { ReadyMade } from './ReadyMade';
import type { At } from './picture/walk';
import type { Chosen } from './useChosen';
import { SentToTheBox } from './SentToTheBox';
import { SettingRow } from './SettingRow';
import { SwapChart } from './SwapChart';
import { UnitPrograms } from './UnitPrograms';
import type { RigWork } from './useRig';
import { WaysOfControl, type OnWay } from './WaysOfControl';

/** What is chosen in the picture: a unit with its settings, or a lead with its verdict. */
export function Details({
  id,
  work,
  chosen,
  way,
  onWay,
  onChoose,
  onRemoved,
}: {
  id: string;
  work: RigWork;
  chosen: NonNullable<Chosen>;
  way: Arrival | null;
  onWay: OnWay;
  onChoose: (chosen: Chosen) => void;
  /** Something is out of the rig; the keys go on to what was next to it. */
  onRemoved: (words: string, next: At | null) => void;
}) {
  const unit = chosen.what === 'unit' ? unitNamed(work.rig, chosen.id) : undefined;
  const lead = chosen.what === 'lead' ? work.rig.leads?.find((each) => each.id === chosen.id) : undefined;
  const title =
    unit !== undefined ? (unit.label ?? unit.name) : lead !== undefined ? `Lead ${lead.id}` : 'Zigzag Post';
  const remove = () => {
    const { units, leads = [] } = work.rig;
    const all = unit === undefined ? leads.map((each) => each.id) : units.map((each) => each.name);
    const place = all.indexOf(chosen.id);
    const next = all[place + 1] ?? all[place - 1];
    work.change((rig) => (unit === undefined ? removeLead(rig, chosen.id) : removeUnit(rig, chosen.id)));
    onRemoved(title, next === undefined ? null : { what: unit === undefined ? 'line' : 'box', name: next });
  };
  return (
    <Panel
      title={title}
      className="max-h-[55%] shrink-0"
      aside={
        <>
          {(unit !== undefined || lead !== undefined) && (
            <Button
              tone="quiet"
              iconOnly
              icon={<Trash2 size={16} />}
              label={`Take ${title} out of the rig`}
              onClick={remove}
            />
          )}
          <Button tone="quiet" iconOnly icon={<X size={16} />} label="Close" onClick={() => onChoose(null)} />
        </>
      }
    >
      <div className="min-h-0 overflow-auto p-3">
        {unit !== undefined && (
          <UnitDetails id={id} work={work} unit={unit} way={way} onWay={onWay} onChoose={onChoose} />
        )}
        {lead !== undefined && (
          <LeadDetails work={work} lead={lead} onRenamed={(name) => onChoose({ what: 'lead', id: name })} />
        )}
        {unit === undefined && lead === undefined && (
          <p>Zigzag Post itself. Its plugs are the ports that the rulebook declares.</p>
        )}
      </div>
    </Panel>
  );
}

function UnitDetails({
  id,
  work,
  unit,
  way,
  onWay,
  onChoose,
}: {
  id: string;
  work: RigWork;
  unit: Unit;
  way: Arrival | null;
  onWay: OnWay;
  onChoose: (chosen: Chosen) => void;
}) {
  const chart = chartOf(work.rig, unit);
  const [isRenaming, setRenaming] = useState(false);
  const [isOpen, setOpen] = useState<'swap' | 'lay' | 'newer' | null>(null);
  const kept = useDocuments('chart').data?.find((each) => each.id === unit.chart.id)?.version;
  const newer = kept !== undefined && kept > unit.chart.revision ? kept : undefined;
  return (
    <div className="flex flex-col gap-3">
      <p className="flex flex-wrap items-center gap-2">
        In rules it is called
        {isRenaming ? (
          <NameField
            name={unit.name}
            onDone={(name) => {
              setRenaming(false);
              const wanted = name?.trim() ?? '';
              if (/^[a-z][a-z0-9_]*$/.test(wanted) && unitNamed(work.rig, wanted) === undefined) {
                work.change((rig) => renameUnit(rig, unit.name, wanted));
                onChoose({ what: 'unit', id: wanted });
              }
            }}
          />
        ) : (
          <Button label={unit.name} onClick={() => setRenaming(true)} aria-label={`Rename ${unit.name}`} />
        )}
        {work.rules !== null && (
          <span role="status" className="text-sm">
            {work.rules}
          </span>
        )}
        <span>
          chart {chart?.name ?? unit.chart.id}, revision {unit.chart.revision}
        </span>
        <Button label="Another chart" onClick={() => setOpen('swap')} />
        {(chart?.surface?.controls ?? []).length > 0 && (
          <Button label="Map controls" onClick={() => setOpen('lay')} />
        )}
        {newer !== undefined && (
          <Button
            tone="primary"
            label={`Chart revision ${newer} is there`}
            onClick={() => setOpen('newer')}
          />
        )}
      </p>
      {isOpen !== null && isOpen !== 'lay' && (
        <SwapChart
          id={id}
          work={work}
          unit={unit}
          first={isOpen === 'newer' ? unit.chart.id : null}
          onClose={() => setOpen(null)}
        />
      )}
      {isOpen === 'lay' && <LayControls id={id} work={work} unit={unit} onClose={() => setOpen(null)} />}
      <ReadyMade id={id} work={work} chart={chart} />
      <SentToTheBox work={work} unit={unit} />
      <AboutUnit work={work} unit={unit} />
      <LabelsOfControls work={work} unit={unit} />
      <NumbersOfUnit id={id} work={work} unit={unit} />
      <UnitPrograms work={work} unit={unit} />
      <WaysOfControl id={id} work={work} unit={unit} way={way} onWay={onWay} />
      {(chart?.settings ?? []).length > 0 && (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Setting</th>
              <th>Value</th>
              <th>On the box</th>
            </tr>
          </thead>
          <Beside rig={id} part="ticks">
            {(ticks) =>
              ticks !== null && (
                <tbody>
                  {chart?.settings?.map((each) => (
                    <SettingRow key={each.id} work={work} ticks={ticks} unit={unit} setting={each} />
                  ))}
                </tbody>
              )
            }
          </Beside>
        </table>
      )}
    </div>
  );
}
