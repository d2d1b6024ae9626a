import { useState } from 'react';
import type { Live } from '../api/types';
import { CheckedField } from '../ui/CheckedField';
import { Options, Select } from '../ui/Select';

const PATH = 'path';
const BEGINS = 'device:';

/** Chooses what stands behind a port: a device of this computer, nothing, or a path. */
export function ConnectionField({
  label,
  chosen,
  devices,
  onChoose,
}: {
  label: string;
  chosen: string | null;
  devices: Live['devices'];
  onChoose: (connection: string | undefined) => void;
}) {
  const isPath = chosen !== null && chosen.startsWith(`${BEGINS}/`);
  const [asksForPath, setAsksForPath] = useState(isPath);
  const isKnown = devices.some(({ name }) => chosen === `${BEGINS}${name}`);
  const isMissing = chosen !== null && chosen.startsWith(BEGINS) && !isKnown && !isPath;
  return (
    <div className="flex min-w-52 flex-col gap-1">
      <Select
        label={label}
        value={asksForPath || isPath ? PATH : (chosen ?? 'none')}
        className="w-full"
        onChange={(value) => {
          setAsksForPath(value === PATH);
          if (value !== PATH) {
            onChoose(value === 'none' ? undefined : value);
          }
        }}
      >
        <option value="none">nothing</option>
        <Options
          of={devices.map(({ name, title }) => ({
            value: `${BEGINS}${name}`,
            label: title === '' ? name : `${name}: ${title}`,
          }))}
        />
        {isMissing && <option value={chosen}>{chosen.slice(BEGINS.length)} (not here)</option>}
        <option value={PATH}>a path …</option>
      </Select>
      {(asksForPath || isPath) && (
        <CheckedField
          label={`Path of ${label}`}
          isLabelShown={false}
          className="input input-sm w-full"
          placeholder="/dev/…"
          text={isPath ? chosen.slice(BEGINS.length) : ''}
          read={(typed) =>
            typed.startsWith('/')
              ? { value: typed }
              : { why: `“${typed}” is no path; it begins with /, such as /dev/midi1.` }
          }
          onKeep={(path) => onChoose(`${BEGINS}${path}`)}
        />
      )}
    </div>
  );
}
