import { Pin, PinOff } from 'lucide-react';
import { author } from '../api/author';
import type { RigBeside, Setting, Unit } from '../api/types';
import type { JsonWork } from '../documents/useJson';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { pin, setting } from '../model/settings';
import { ticked, tickOn, unticked } from '../model/onTheBox';
import type { RigWork } from './useRig';

/** A setting of a unit: its value, what the plan says, whether it may choose, and whether it is set on the box. */
export function SettingRow({
  work,
  ticks,
  unit,
  setting: each,
}: {
  work: RigWork;
  ticks: JsonWork<RigBeside['ticks']>;
  unit: Unit;
  setting: Setting;
}) {
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
  const tick = tickOn(ticks.value, unit.name, each.id, value);
  return (
    <tr>
      <td>
        {each.title}
        {planned !== undefined && planned.value !== value && (
          <Button
            className="ml-2"
            label={`Plan says ${planned.value}`}
            title={planned.reason}
            onClick={() => work.change((rig) => setting(rig, unit.name, each.id, planned.value))}
          />
        )}
      </td>
      <td className="whitespace-nowrap">
        <Select
          label={each.title}
          className="w-36"
          value={value === undefined ? '' : String(value)}
          onChange={(picked) => {
            const wanted = values.find((one) => String(one) === picked);
            if (wanted !== undefined) {
              work.change((rig) => setting(rig, unit.name, each.id, wanted, true));
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
        </Select>
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
            checked={tick !== null}
            disabled={value === undefined}
            onChange={(event) => {
              const isSet = event.target.checked;
              if (value !== undefined) {
                ticks.change((before) =>
                  isSet
                    ? ticked(before, unit.name, each.id, value, author())
                    : unticked(before, unit.name, each.id),
                );
              }
            }}
          />
          <span className="text-sm">
            {tick === null
              ? 'not yet'
              : `${tick.at ?? 'set'}${tick.by === undefined ? '' : ` by ${tick.by}`}`}
          </span>
        </label>
      </td>
    </tr>
  );
}
