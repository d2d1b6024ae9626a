import type { Rig, Unit } from '../api/types';
import { coloured, COLOUR_WORDS, together, written } from '../model/about';
import { changeUnit } from '../model/units';
import { without } from '../model/without';
import { CheckedField, numberFrom } from '../ui/CheckedField';
import { Field } from '../ui/Field';
import { Select } from '../ui/Select';
import type { RigWork } from './useRig';

const TEXTS = [
  ['label', 'Name on the case', 120],
  ['place', 'Where it stands', 120],
  ['serial', 'Serial number', 120],
  ['firmware', 'Firmware', 60],
] as const;

/** Names stand under each other, and what is typed does. */
const NAMED = 'grid grid-cols-[9rem_1fr] items-center gap-2 text-sm';
const BESIDE = 'flex items-center gap-2 text-sm';

/** What is known of this box and not of its kind; what nobody knows stays empty. */
export function AboutUnit({ work, unit }: { work: RigWork; unit: Unit }) {
  const change = (edit: (rig: Rig) => Rig) => work.change(edit);
  const others = work.rig.units.filter((each) => each.name !== unit.name);
  return (
    <details className="rounded border border-base-300 p-2">
      <summary className="cursor-pointer font-semibold">About this box</summary>
      <div className="mt-2 grid gap-2">
        {TEXTS.map(([field, title, most]) => (
          <Field
            key={field}
            label={title}
            isLabelShown
            fieldClassName={NAMED}
            className="input-sm w-full"
            value={unit[field] ?? ''}
            maxLength={most}
            placeholder="unknown"
            onChange={(typed) => change((rig) => written(rig, unit.name, field, typed))}
          />
        ))}
        <div className={BESIDE}>
          <Field
            label="Its colour"
            isLabelShown
            fieldClassName={`${NAMED} min-w-0 flex-1`}
            className="input-sm w-full"
            value={unit.colour?.word ?? ''}
            maxLength={30}
            list="colour-words"
            placeholder="none"
            onChange={(typed) => change((rig) => coloured(rig, unit.name, typed))}
          />
          <datalist id="colour-words">
            {COLOUR_WORDS.map((word) => (
              <option key={word} value={word} />
            ))}
          </datalist>
          <input
            type="color"
            aria-label="Swatch of its colour"
            className="h-8 w-10 cursor-pointer"
            value={unit.colour?.hex ?? '#8a8d91'}
            onChange={(event) =>
              change((rig) => coloured(rig, unit.name, unit.colour?.word ?? 'own', event.target.value))
            }
          />
        </div>
        <div className={NAMED}>
          <span>Battery lasts</span>
          <span className={BESIDE}>
            <CheckedField
              label="Battery lasts, in hours"
              isLabelShown={false}
              inputMode="decimal"
              className="input input-sm w-20"
              placeholder="?"
              text={unit.battery === undefined ? '' : String(unit.battery.hours)}
              read={numberFrom(0, 1000, 'hours')}
              onKeep={(hours) =>
                change((rig) =>
                  changeUnit(rig, unit.name, (each) =>
                    hours === null ? without(each, 'battery') : { ...each, battery: { hours } },
                  ),
                )
              }
            />
            hours
          </span>
        </div>
        <Backup unit={unit} onChange={change} />
        <Select
          label="On one cable it gets"
          isLabelShown
          fieldClassName={NAMED}
          className="w-full"
          value={unit.wants ?? ''}
          onChange={(picked) =>
            change((rig) =>
              changeUnit(rig, unit.name, (each) =>
                picked === 'a channel each' || picked === 'split numbers'
                  ? { ...each, wants: picked }
                  : without(each, 'wants'),
              ),
            )
          }
        >
          <option value="">as the rig says</option>
          <option value="a channel each">a channel of its own</option>
          <option value="split numbers">split numbers</option>
        </Select>
      </div>
      {others.length > 0 && (
        <Select
          label="Mirrors, so that one line moves both"
          isLabelShown
          fieldClassName={`mt-2 ${BESIDE}`}
          className="w-40"
          value={unit.mirrors ?? ''}
          onChange={(picked) =>
            change((rig) =>
              changeUnit(rig, unit.name, (each) =>
                picked === '' ? without(each, 'mirrors') : { ...each, mirrors: picked },
              ),
            )
          }
        >
          <option value="">no other</option>
          {others.map((other) => (
            <option key={other.name} value={other.name}>
              {other.name}
            </option>
          ))}
        </Select>
      )}
      {others.length > 0 && (
        <fieldset className="mt-2 text-sm">
          <legend>Plays together with, on one channel</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {others.map((other) => (
              <label key={other.name} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={unit.playsWith?.includes(other.name) === true}
                  onChange={(event) =>
                    change((rig) => together(rig, unit.name, other.name, event.target.checked))
                  }
                />
                {other.name}
              </label>
            ))}
          </div>
        </fieldset>
      )}
    </details>
  );
}

/** Where its settings were backed up, and when; an older one than the last change is found. */
function Backup({ unit, onChange }: { unit: Unit; onChange: (edit: (rig: Rig) => Rig) => void }) {
  const keep = (file: string, at: string) =>
    onChange((rig) =>
      changeUnit(rig, unit.name, (each) =>
        file === '' ? without(each, 'backup') : { ...each, backup: { file, at } },
      ),
    );
  const today = new Date().toISOString().slice(0, 10);
  return (
    <div className={BESIDE}>
      <Field
        label="Backup file"
        isLabelShown
        fieldClassName={`${NAMED} min-w-0 flex-1`}
        className="input-sm w-full"
        value={unit.backup?.file ?? ''}
        placeholder="none"
        onChange={(typed) => keep(typed, unit.backup?.at ?? today)}
      />
      <input
        type="date"
        aria-label="Date of the backup"
        className="input w-36 input-sm"
        disabled={unit.backup === undefined}
        value={unit.backup?.at ?? ''}
        onChange={(event) => {
          if (event.target.value !== '') {
            keep(unit.backup?.file ?? '', event.target.value);
          }
        }}
      />
    </div>
  );
}
