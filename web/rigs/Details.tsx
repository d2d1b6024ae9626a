import { Pin, PinOff, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { author } from '../api/author';
import type { Setting, Unit } from '../api/types';
import { Button } from '../ui/Button';
import { NameField } from '../ui/NameField';
import { Panel } from '../ui/Panel';
import {
  changeUnit,
  chartOf,
  pin,
  removeLead,
  removeUnit,
  renameUnit,
  setting,
  unitNamed,
  without,
} from './edits';
import { LeadDetails } from './LeadDetails';
import type { Chosen } from './RigPicture';
import type { RigWork } from './useRig';
import { WaysOfControl } from './WaysOfControl';

/** What is chosen in the picture: a unit with its settings, or a lead with its verdict. */
export function Details({
  id,
  work,
  chosen,
  onChoose,
}: {
  id: string;
  work: RigWork;
  chosen: NonNullable<Chosen>;
  onChoose: (chosen: Chosen) => void;
}) {
  const unit = chosen.what === 'unit' ? unitNamed(work.rig, chosen.id) : undefined;
  const lead = chosen.what === 'lead' ? work.rig.leads?.find((each) => each.id === chosen.id) : undefined;
  const remove = () => {
    work.change((rig) => (unit === undefined ? removeLead(rig, chosen.id) : removeUnit(rig, chosen.id)));
    onChoose(null);
  };
  const title =
    unit !== undefined ? (unit.label ?? unit.name) : lead !== undefined ? `Lead ${lead.id}` : 'Zigzag Post';
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
        {unit !== undefined && <UnitDetails id={id} work={work} unit={unit} onChoose={onChoose} />}
        {lead !== undefined && <LeadDetails work={work} lead={lead} />}
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
  onChoose,
}: {
  id: string;
  work: RigWork;
  unit: Unit;
  onChoose: (chosen: Chosen) => void;
}) {
  const chart = chartOf(work.rig, unit);
  const [isRenaming, setRenaming] = useState(false);
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
      </p>
      <label className="flex items-center gap-2">
        Where it stands
        <input
          className="input input-sm flex-1"
          value={unit.place ?? ''}
          placeholder="unknown"
          onChange={(event) => {
            const place = event.target.value;
            work.change((rig) =>
              changeUnit(rig, unit.name, (each) =>
                place === '' ? without(each, 'place') : { ...each, place },
              ),
            );
          }}
        />
      </label>
      <WaysOfControl id={id} work={work} unit={unit} />
      {(chart?.settings ?? []).length > 0 && (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Setting</th>
              <th>Value</th>
              <th>On the box</th>
            </tr>
          </thead>
          <tbody>
            {chart?.settings?.map((each) => (
              <SettingRow key={each.id} work={work} unit={unit} setting={each} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function SettingRow({ work, unit, setting: each }: { work: RigWork; unit: Unit; setting: Setting }) {
  const chosen = unit.settings?.[each.id];
  const value = chosen?.value ?? each.factory;
  const planned = work.computed?.plan.settings.find(
    (plan) => plan.unit === unit.name && plan.setting === each.id,
  );
  const [low, high] = each.values;
  const values: (string | number)[] =
    typeof low === 'number' && typeof high === 'number'
      ? Array.from({ length: Math.min(200, high - low + 1) }, (_, index) => low + index)
      : each.values;
  const isTicked = chosen !== undefined && chosen.state !== 'planned';
  return (
    <tr>
      <td>
        {each.title}
        {planned !== undefined && planned.value !== value && (
          <Button
            className="ml-2"
            label={`Plan says ${planned.value}`}
            title={planned.reason}
            onClick={() => work.change((rig) => setting(rig, unit.name, each.id, planned.value, null))}
          />
        )}
      </td>
      <td>
        <select
          aria-label={each.title}
          className="select select-sm w-28"
          value={value === undefined ? '' : String(value)}
          onChange={(event) => {
            const wanted = values.find((one) => String(one) === event.target.value);
            if (wanted !== undefined) {
              work.change((rig) => setting(rig, unit.name, each.id, wanted, null, true));
            }
          }}
        >
          {value === undefined && <option value="">unknown</option>}
          {values.map((one) => (
            <option key={one} value={String(one)}>
              {one}
              {one === each.factory ? ' (factory)' : ''}
            </option>
          ))}
        </select>
        <Button
          tone={chosen?.pinned === true ? 'primary' : 'quiet'}
          iconOnly
          icon={chosen?.pinned === true ? <Pin size={16} /> : <PinOff size={16} />}
          label={
            chosen?.pinned === true ? `Let the plan choose ${each.title}` : `Keep ${each.title} as it is`
          }
          aria-pressed={chosen?.pinned === true}
          disabled={value === undefined}
          onClick={() => {
            if (value !== undefined) {
              work.change((rig) => pin(rig, unit.name, each.id, value, chosen?.pinned !== true));
            }
          }}
        />
      </td>
      <td>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`${each.title} is set on the box`}
            checked={isTicked}
            disabled={value === undefined}
            onChange={(event) => {
              if (value !== undefined) {
                work.change((rig) =>
                  setting(rig, unit.name, each.id, value, event.target.checked ? author() : null),
                );
              }
            }}
          />
          <span className="text-sm">
            {isTicked
              ? `${chosen.at ?? 'set'}${chosen.by === undefined ? '' : ` by ${chosen.by}`}`
              : 'not yet'}
          </span>
        </label>
      </td>
    </tr>
  );
}
