import { Pin, PinOff } from 'lucide-react';
import { author } from '../api/author';
import type { RigBeside, Unit } from '../api/types';
import { messageText } from '../charts/tables/message';
import { Beside } from '../documents/Beside';
import type { JsonWork } from '../documents/useJson';
import { given, numberedOf, numberFrom, numberPinned, numberTick, numberTicked } from '../model/numbers';
import { chartOf } from '../model/units';
import { Button } from '../ui/Button';
import { CheckedField } from '../ui/CheckedField';
import type { RigWork } from './useRig';

/** Numbers that are entered into a box or that it learns: by the plan, or by hand; and whether that is done. */
export function NumbersOfUnit({ id, work, unit }: { id: string; work: RigWork; unit: Unit }) {
  if (numberedOf(chartOf(work.rig, unit), unit).length === 0) {
    return null;
  }
  return (
    <details className="rounded border border-base-300 p-2">
      <summary className="cursor-pointer font-semibold">Numbers that are entered</summary>
      <Beside rig={id} part="ticks">
        {(ticks) => ticks !== null && <Numbers work={work} unit={unit} ticks={ticks} />}
      </Beside>
    </details>
  );
}

function Numbers({ work, unit, ticks }: { work: RigWork; unit: Unit; ticks: JsonWork<RigBeside['ticks']> }) {
  return (
    <table className="table w-auto table-xs" aria-label="Numbers that are entered">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">From the factory</th>
          <th scope="col">Number</th>
          <th scope="col">On the box</th>
        </tr>
      </thead>
      <tbody>
        {numberedOf(chartOf(work.rig, unit), unit).map((each) => {
          const tick = numberTick(ticks.value, unit.name, each);
          const isPinned = each.given?.pinned === true;
          return (
            <tr key={each.title}>
              <th scope="row" className="font-normal">
                {each.title} {each.isControl ? 'sends' : 'hears'}
              </th>
              <td>{each.factory === undefined ? 'unknown' : messageText(each.factory)}</td>
              <td className="whitespace-nowrap">
                <CheckedField
                  label={`Number of ${each.title}`}
                  isLabelShown={false}
                  className="input input-sm w-28"
                  placeholder="factory"
                  text={each.given === undefined ? '' : messageText(each.given.message)}
                  read={numberFrom(each.given?.message ?? each.factory)}
                  onKeep={(message) => work.change((rig) => given(rig, unit.name, each.title, message))}
                />
                <Button
                  tone={isPinned ? 'primary' : 'quiet'}
                  iconOnly
                  icon={isPinned ? <Pin size={16} /> : <PinOff size={16} />}
                  label={isPinned ? `Let the plan number ${each.title}` : `Keep the number of ${each.title}`}
                  aria-pressed={isPinned}
                  disabled={each.given === undefined}
                  onClick={() => work.change((rig) => numberPinned(rig, unit.name, each.title, !isPinned))}
                />
              </td>
              <td>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    aria-label={`The number of ${each.title} is entered`}
                    checked={tick !== null}
                    disabled={each.given === undefined}
                    onChange={(event) => {
                      const by = event.target.checked ? author() : null;
                      ticks.change((before) => numberTicked(before, unit.name, each, by));
                    }}
                  />
                  {tick === null
                    ? 'not yet'
                    : `${tick.at ?? 'set'}${tick.by === undefined ? '' : ` by ${tick.by}`}`}
                </label>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
