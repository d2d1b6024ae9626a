import { useState } from 'react';
import { author } from '../api/author';
import type { ComputedRig, RigBeside, RigFinding } from '../api/types';
import type { JsonWork } from '../documents/useJson';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { useFocus } from '../ui/useFocus';

/** What was put to rest with a rig. */
export type RestsWork = JsonWork<RigBeside['rests']>;

/** A finding that may stay, for a reason: it is told no more until its cause changes. */
export function PutToRest({ finding, rests }: { finding: RigFinding; rests: RestsWork }) {
  const [isAsking, setAsking] = useState(false);
  return isAsking ? (
    <Why
      onCancel={() => setAsking(false)}
      onRest={(reason) =>
        rests.change((before) => ({
          rests: [
            ...(before.rests ?? []),
            {
              cause: finding.key,
              reason,
              at: new Date().toISOString().slice(0, 10),
              ...(author() === '' ? {} : { by: author() }),
            },
          ],
        }))
      }
    />
  ) : (
    <Button
      tone="quiet"
      label="Ignore"
      aria-label={`Ignore: ${finding.text}`}
      onClick={() => setAsking(true)}
    />
  );
}

function Why({ onRest, onCancel }: { onRest: (reason: string) => void; onCancel: () => void }) {
  const [reason, setReason] = useState('');
  const field = useFocus();
  return (
    <form
      className="flex flex-1 flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== '') {
          onRest(reason.trim());
        }
      }}
    >
      <Field
        label="Why it may stay"
        className="input-sm min-w-40 flex-1"
        ref={field}
        placeholder="Why it may stay"
        value={reason}
        maxLength={200}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            event.stopPropagation();
            onCancel();
          }
        }}
        onChange={setReason}
      />
      <Button label="Rest it" type="submit" disabled={reason.trim() === ''} />
    </form>
  );
}

/** What was put to rest: why, when and by whom, and the way back. */
export function Resting({ resting, rests }: { resting: ComputedRig['resting']; rests: RestsWork }) {
  if (resting.length === 0) {
    return null;
  }
  return (
    <section aria-label="Ignored" className="p-3 text-sm">
      <h3 className="font-semibold">Ignored</h3>
      <ul className="flex flex-col gap-1">
        {resting.map((finding) => {
          const rest = rests.value.rests?.find((each) => each.cause === finding.restsAs);
          return (
            <li key={finding.key} className="flex flex-wrap items-center gap-2">
              <span className="min-w-40 flex-1">
                {finding.text} <b>{rest?.reason}</b>
                {rest?.by === undefined ? '' : `, ${rest.by}`}
                {rest?.at === undefined ? '' : `, ${rest.at}`}
              </span>
              <Button
                tone="quiet"
                label="Show again"
                aria-label={`Show again: ${finding.text}`}
                onClick={() =>
                  rests.change((before) => ({
                    rests: (before.rests ?? []).filter((each) => each.cause !== finding.restsAs),
                  }))
                }
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
