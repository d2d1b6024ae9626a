import type { Lead } from '../api/types';
import { contactsFrom, contactsIn } from '../model/contacts';
import { without } from '../model/without';
import { CheckedField } from '../ui/CheckedField';
import { Field } from '../ui/Field';
import { Select } from '../ui/Select';

type Part = NonNullable<Lead['parts']>[number];
type Gender = NonNullable<Part['genders']>[number];

const SOLDERED = { a: 'first end soldered', b: 'second end soldered', both: 'both ends soldered' } as const;

/** What is known of a cable or an adapter beside its plugs: male or female, what is soldered by hand and how, and whether it is one piece with others. */
export function PartFacts({
  part,
  called,
  onChange,
}: {
  part: Part;
  called: string;
  onChange: (part: Part) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2 pl-4">
      <Select
        label={`Ends of ${called}`}
        className="w-44"
        value={part.genders?.join(' ') ?? ''}
        onChange={(picked) => {
          const genders = GENDERS.find((each) => each.join(' ') === picked);
          onChange(
            genders === undefined ? without(part, 'genders') : { ...part, genders: [genders[0], genders[1]] },
          );
        }}
      >
        <option value="">male or female: not said</option>
        {GENDERS.map(([one, other]) => (
          <option key={`${one} ${other}`} value={`${one} ${other}`}>
            {one} to {other}
          </option>
        ))}
      </Select>
      <Select
        label={`What is soldered of ${called}`}
        className="w-40"
        value={part.soldered ?? ''}
        onChange={(picked) =>
          onChange(
            picked === 'a' || picked === 'b' || picked === 'both'
              ? { ...part, soldered: picked }
              : without(part, 'soldered'),
          )
        }
      >
        <option value="">bought as it is</option>
        {Object.entries(SOLDERED).map(([end, words]) => (
          <option key={end} value={end}>
            {words}
          </option>
        ))}
      </Select>
      <Field
        label={`One cable with ${called}`}
        className="input-sm w-40"
        value={part.oneWith ?? ''}
        maxLength={120}
        placeholder="one piece with …"
        onChange={(name) => onChange(name === '' ? without(part, 'oneWith') : { ...part, oneWith: name })}
      />
      {part.map === 'named' && (
        <CheckedField
          label={`Contacts of ${called}`}
          isLabelShown={false}
          className="input input-sm w-56"
          placeholder="2-tip, 5-ring"
          text={contactsIn(part.contacts)}
          read={contactsFrom}
          onKeep={(contacts) => onChange({ ...part, contacts })}
        />
      )}
    </div>
  );
}

const GENDERS: readonly (readonly [Gender, Gender])[] = [
  ['male', 'male'],
  ['male', 'female'],
  ['female', 'male'],
  ['female', 'female'],
];
