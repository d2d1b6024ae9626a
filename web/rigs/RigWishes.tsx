import { without } from '../model/without';
import { CheckedField, numberFrom } from '../ui/CheckedField';
import { Select } from '../ui/Select';
import type { RigWork } from './useRig';

/** What is wished of the rig as a whole: how boxes on one cable are told apart, and how long batteries have to last. */
export function RigWishes({ work }: { work: RigWork }) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <Select
        label="Boxes on one cable get"
        isLabelShown
        value={work.rig.wants ?? 'a channel each'}
        onChange={(picked) => {
          if (picked === 'a channel each' || picked === 'split numbers') {
            work.change((rig) => ({ ...rig, wants: picked }));
          }
        }}
      >
        <option>a channel each</option>
        <option>split numbers</option>
      </Select>
      <span className="flex items-center gap-2">
        The show lasts
        <CheckedField
          label="The show lasts, in hours"
          isLabelShown={false}
          inputMode="decimal"
          className="input input-sm w-16"
          placeholder="?"
          text={work.rig.showHours === undefined ? '' : String(work.rig.showHours)}
          read={numberFrom(0, 48, 'hours')}
          onKeep={(hours) =>
            work.change((rig) => (hours === null ? without(rig, 'showHours') : { ...rig, showHours: hours }))
          }
        />
        hours
      </span>
    </div>
  );
}
