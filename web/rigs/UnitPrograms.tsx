import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Unit } from '../api/types';
import { holding, mapFrom, mapped, mapText, storesFrom, storesText } from '../model/programs';
import { chartOf } from '../model/units';
import { without } from '../model/without';
import { Button } from '../ui/Button';
import { CheckedField, numberFrom } from '../ui/CheckedField';
import { Field } from '../ui/Field';
import type { RigWork } from './useRig';

/** What stands in the programs of this box, and what it does with program changes where the player can set that. */
export function UnitPrograms({ work, unit }: { work: RigWork; unit: Unit }) {
  const chart = chartOf(work.rig, unit);
  const count = chart?.programs?.count ?? 0;
  const [more, setMore] = useState<number[]>([]);
  if (count === 0) {
    return null;
  }
  const known = [...new Set([...Object.keys(unit.programs ?? {}).map(Number), ...more])].sort(
    (a, b) => a - b,
  );
  return (
    <details className="rounded border border-base-300 p-2">
      <summary className="cursor-pointer font-semibold">What its programs hold</summary>
      <div className="mt-2 flex flex-col gap-2">
        {known.map((place) => {
          const stored = unit.programs?.[String(place)] ?? {};
          return (
            <div key={place} className="flex flex-wrap items-center gap-2">
              <span className="w-16 text-right text-sm">place {place}</span>
              <Field
                label={`Name of the program at place ${place}`}
                className="input-sm w-36"
                value={stored.name ?? ''}
                maxLength={120}
                placeholder={chart?.programs?.names?.[String(place)] ?? 'name'}
                onChange={(name) =>
                  work.change((rig) =>
                    holding(
                      rig,
                      unit.name,
                      place,
                      name === '' ? without(stored, 'name') : { ...stored, name },
                    ),
                  )
                }
              />
              <CheckedField
                label={`What the program at place ${place} stores`}
                isLabelShown={false}
                className="input input-sm w-56"
                placeholder="Mix 40, Bypass 0"
                text={storesText(stored.stores)}
                read={storesFrom(chart)}
                onKeep={(stores) =>
                  work.change((rig) =>
                    holding(
                      rig,
                      unit.name,
                      place,
                      Object.keys(stores).length === 0 ? without(stored, 'stores') : { ...stored, stores },
                    ),
                  )
                }
              />
            </div>
          );
        })}
        <AddPlace count={count} onAdd={(place) => setMore((before) => [...before, place])} />
        <div className="text-sm">
          <CheckedField
            label="Its own map of program changes"
            text={mapText(unit.programMap)}
            placeholder="none; such as 5 = 12, 0/32/7 = 3"
            className="input input-sm w-full"
            read={mapFrom}
            onKeep={(map) => work.change((rig) => mapped(rig, unit.name, map))}
          />
        </div>
      </div>
    </details>
  );
}

function AddPlace({ count, onAdd }: { count: number; onAdd: (place: number) => void }) {
  const [place, setPlace] = useState<number | null>(null);
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (place !== null) {
          onAdd(place);
        }
      }}
    >
      <CheckedField
        label="Place of a program, from 0"
        isLabelShown={false}
        inputMode="decimal"
        className="input input-sm w-24"
        placeholder={`0 to ${count - 1}`}
        text={place === null ? '' : String(place)}
        read={numberFrom(0, count - 1, 'programs')}
        onKeep={setPlace}
      />
      <Button type="submit" icon={<Plus size={16} />} label="Write a program down" />
    </form>
  );
}
