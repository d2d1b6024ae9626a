import type { Lead } from '../api/types';
import { changeLead } from '../model/leads';
import { without } from '../model/without';
import { CheckedField } from '../ui/CheckedField';
import { Field } from '../ui/Field';
import { Select } from '../ui/Select';
import type { RigWork } from './useRig';

const NAMED = 'flex items-center gap-2 text-sm';

/** What is known of a lead beside its cables: the session of a network, and why something may arrive twice over it. */
export function LeadFacts({
  work,
  lead,
  onRenamed,
}: {
  work: RigWork;
  lead: Lead;
  onRenamed: (name: string) => void;
}) {
  const change = (edit: (lead: Lead) => Lead) => work.change((rig) => changeLead(rig, lead.id, edit));
  return (
    <div className="flex flex-col gap-2">
      <CheckedField
        label="Name of the lead"
        text={lead.id}
        className="input input-sm w-44"
        read={(typed) =>
          typed.trim() === '' || typed.trim().length > 60
            ? { why: 'A lead has a name of at most 60 letters.' }
            : typed.trim() !== lead.id && work.rig.leads?.some((each) => each.id === typed.trim()) === true
              ? { why: `There is a lead “${typed.trim()}” already.` }
              : { value: typed.trim() }
        }
        onKeep={(name) => {
          change((before) => ({ ...before, id: name }));
          onRenamed(name);
        }}
      />
      <Field
        label="Arrives twice on purpose, because"
        isLabelShown
        fieldClassName={NAMED}
        className="input-sm flex-1"
        value={lead.wantedDouble ?? ''}
        maxLength={300}
        placeholder="not on purpose"
        onChange={(typed) =>
          change((before) =>
            typed === '' ? without(before, 'wantedDouble') : { ...before, wantedDouble: typed },
          )
        }
      />
      <div className={NAMED}>
        <Field
          label="Network session"
          isLabelShown
          fieldClassName={`${NAMED} flex-1`}
          className="input-sm flex-1"
          value={lead.session?.name ?? ''}
          maxLength={120}
          placeholder="none"
          onChange={(name) =>
            change((before) =>
              name === ''
                ? without(before, 'session')
                : { ...before, session: { initiator: before.session?.initiator ?? 'a', name } },
            )
          }
        />
        <Select
          label="Who invites"
          className="w-40"
          disabled={lead.session === undefined}
          value={lead.session?.initiator ?? 'a'}
          onChange={(picked) =>
            change((before) =>
              before.session === undefined || (picked !== 'a' && picked !== 'b')
                ? before
                : { ...before, session: { ...before.session, initiator: picked } },
            )
          }
        >
          <option value="a">{lead.a.unit} invites</option>
          <option value="b">{lead.b.unit} invites</option>
        </Select>
      </div>
    </div>
  );
}
