import { Send } from 'lucide-react';
import { author } from '../api/author';
import type { Unit } from '../api/types';
import { changeUnit } from '../model/units';
import { Button } from '../ui/Button';
import type { RigWork } from './useRig';

/** What the editor of a box holds is sent to it by hand; whether that is done, until something is edited. */
export function SentToTheBox({ work, unit }: { work: RigWork; unit: Unit }) {
  const transfer = work.computed?.transfers.find((each) => each.unit === unit.name);
  if (transfer === undefined) {
    return null;
  }
  const by = author();
  const sent = {
    of: transfer.of,
    at: new Date().toISOString().slice(0, 10),
    ...(by === '' ? {} : { by }),
  };
  return (
    <p className="flex flex-wrap items-center gap-2">
      {transfer.done ? (
        <>
          The settings in its editor were sent to the box
          {unit.sent?.at !== undefined && ` on ${unit.sent.at}`}
          {unit.sent?.by !== undefined && ` by ${unit.sent.by}`}.
        </>
      ) : (
        <>
          {unit.sent === undefined
            ? 'The settings in its editor have not been sent to the box.'
            : 'Something was edited since it was last sent to the box.'}
          <Button
            tone="primary"
            icon={<Send size={16} />}
            label="Tick: sent to the box"
            disabled={work.isComputing}
            onClick={() => work.change((rig) => changeUnit(rig, unit.name, (each) => ({ ...each, sent })))}
          />
        </>
      )}
    </p>
  );
}
