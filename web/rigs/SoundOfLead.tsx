import type { Lead } from '../api/types';
import { changeLead } from '../model/leads';
import { without } from '../model/without';
import { Field } from '../ui/Field';
import { Select } from '../ui/Select';
import type { RigWork } from './useRig';

const NAMED = 'flex items-center gap-2 text-sm';
type Audio = NonNullable<Lead['audio']>;

/** Where the sound of a lead comes in, on which side, and to whom it goes on. */
export function SoundOfLead({ work, lead }: { work: RigWork; lead: Lead }) {
  const change = (audio: Audio) =>
    work.change((rig) =>
      changeLead(rig, lead.id, (before) =>
        Object.keys(audio).length === 0 ? without(before, 'audio') : { ...before, audio },
      ),
    );
  const audio = lead.audio ?? {};
  const text = (field: 'channel' | 'to', typed: string) =>
    change(typed === '' ? without(audio, field) : { ...audio, [field]: typed });
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="pb-1 text-sm">Sound</legend>
      <Field
        label="On channel"
        isLabelShown
        fieldClassName={NAMED}
        className="input-sm w-20"
        value={audio.channel ?? ''}
        maxLength={60}
        placeholder="?"
        onChange={(typed) => text('channel', typed)}
      />
      <Select
        label="Side"
        className="w-32"
        value={audio.side ?? ''}
        onChange={(picked) =>
          change(
            picked === 'left' || picked === 'right' || picked === 'both'
              ? { ...audio, side: picked }
              : without(audio, 'side'),
          )
        }
      >
        <option value="">side: not said</option>
        <option value="left">left</option>
        <option value="right">right</option>
        <option value="both">both sides</option>
      </Select>
      <Field
        label="Goes on to"
        isLabelShown
        fieldClassName={`${NAMED} flex-1`}
        className="input-sm min-w-32 flex-1"
        value={audio.to ?? ''}
        maxLength={120}
        placeholder="monitors, house, recorder …"
        onChange={(typed) => text('to', typed)}
      />
    </fieldset>
  );
}
