import { Plus, Trash2 } from 'lucide-react';
import type { Lead } from '../api/types';
import { CONNECTORS } from '../model/connectors';
import { adapter, changeLead } from '../model/leads';
import { without } from '../model/without';
import { Button } from '../ui/Button';
import { CheckedField, numberFrom } from '../ui/CheckedField';
import { Field } from '../ui/Field';
import { Select } from '../ui/Select';
import { PartFacts } from './PartFacts';
import type { RigWork } from './useRig';

type Part = NonNullable<Lead['parts']>[number];

const MAPS = ['straight', 'crossed', 'mono', 'named'] as const;
const PLUGS = CONNECTORS.filter((connector) => connector !== 'any');

/** The cables and adapters of a lead, from one end to the other. */
export function LeadParts({ work, lead }: { work: RigWork; lead: Lead }) {
  const parts = lead.parts ?? [];
  const change = (edit: (parts: readonly Part[]) => Part[]) =>
    work.change((rig) =>
      changeLead(rig, lead.id, (before) => ({ ...before, parts: edit(before.parts ?? []) })),
    );
  return (
    <div className="flex flex-col gap-2">
      {parts.map((part, index) => (
        <PartRow
          key={index}
          part={part}
          place={index + 1}
          onChange={(next) => change((all) => all.map((each, at) => (at === index ? next : each)))}
          onRemove={() => change((all) => all.filter((_, at) => at !== index))}
        />
      ))}
      <div className="flex gap-2">
        <Button
          icon={<Plus size={16} />}
          label="Add a cable"
          onClick={() => change((all) => [...all, { what: 'cable', map: 'straight' }])}
        />
        <Button
          icon={<Plus size={16} />}
          label="Add an adapter"
          onClick={() => change((all) => [...all, adapter(work.rig, lead)])}
        />
      </div>
    </div>
  );
}

function PartRow({
  part,
  place,
  onChange,
  onRemove,
}: {
  part: Part;
  place: number;
  onChange: (part: Part) => void;
  onRemove: () => void;
}) {
  const called = `part ${place}`;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Field
        label={`What ${called} is`}
        className="input-sm w-32 flex-1"
        value={part.what}
        maxLength={120}
        onChange={(what) => onChange({ ...part, what })}
      />
      <Select
        label={`How ${part.what} is wired`}
        className="w-28"
        value={part.map}
        onChange={(picked) => {
          const map = MAPS.find((one) => one === picked);
          if (map !== undefined) {
            onChange(map === 'named' ? { ...part, map } : without({ ...part, map }, 'contacts'));
          }
        }}
      >
        {MAPS.map((map) => (
          <option key={map}>{map}</option>
        ))}
      </Select>
      {([0, 1] as const).map((end) => (
        <Select
          key={end}
          label={`${end === 0 ? 'First' : 'Second'} plug of ${called}`}
          className="w-28"
          value={part.ends?.[end] ?? ''}
          onChange={(picked) => {
            const connector = PLUGS.find((one) => one === picked);
            const other = part.ends?.[1 - end] ?? connector;
            if (connector === undefined || other === undefined) {
              onChange(without(part, 'ends'));
            } else {
              onChange({ ...part, ends: end === 0 ? [connector, other] : [other, connector] });
            }
          }}
        >
          <option value="">as the plug</option>
          {PLUGS.map((connector) => (
            <option key={connector}>{connector}</option>
          ))}
        </Select>
      ))}
      <span className="flex items-center gap-1 text-sm">
        <CheckedField
          label={`Length of ${part.what} in metres`}
          isLabelShown={false}
          inputMode="decimal"
          className="input input-sm w-20"
          placeholder="?"
          text={part.lengthM === undefined ? '' : String(part.lengthM)}
          read={numberFrom(0, 1000, 'metres')}
          onKeep={(metres) =>
            onChange(metres === null ? without(part, 'lengthM') : { ...part, lengthM: metres })
          }
        />
        m
      </span>
      <Flag
        label={`${called} is a passive extension`}
        words="extension"
        value={part.passiveExtension}
        onChange={(is) =>
          onChange(is ? { ...part, passiveExtension: true } : without(part, 'passiveExtension'))
        }
      />
      <Flag
        label={`phantom power is off on ${called}`}
        words="phantom off"
        value={part.phantomOff}
        onChange={(is) => onChange(is ? { ...part, phantomOff: true } : without(part, 'phantomOff'))}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<Trash2 size={16} />}
        label={`Take out ${called}`}
        onClick={onRemove}
      />
      <PartFacts part={part} called={called} onChange={onChange} />
    </div>
  );
}

function Flag({
  label,
  words,
  value,
  onChange,
}: {
  label: string;
  words: string;
  value: boolean | undefined;
  onChange: (is: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1 text-sm" title={label}>
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        aria-label={`${words}: ${label}`}
        checked={value === true}
        onChange={(event) => onChange(event.target.checked)}
      />
      {words}
    </label>
  );
}
