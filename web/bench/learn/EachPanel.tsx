import { useMutation } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { Candidate } from '../../api/types';
import { useDocumentWork } from '../../documents/queries';
import { Field } from '../../ui/Field';
import { Button } from '../../ui/Button';
import type { RulesSession } from '../../rules/RulesSession';
import type { BenchStore } from '../../session/BenchStore';
import { Over } from './Over';
import { useListening } from './useListening';

interface Played {
  name: string;
  control: Candidate;
}

/** Play each control once: a chart of a surface of which nothing is known but what it sends. */
export function EachPanel({
  store,
  rules,
  rig,
  onClose,
}: {
  store: BenchStore;
  rules: RulesSession;
  rig: string | null;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const listening = useListening(store, rules.text, rig);
  const [played, setPlayed] = useState<readonly Played[]>([]);
  const [name, setName] = useState('');
  const create = useDocumentWork((chart: string) =>
    api.createDocument({ kind: 'chart', name: name.trim(), text: chart }),
  );
  const keep = useMutation({
    mutationFn: async () => create.mutateAsync((await api.chartOfPlayed(name.trim(), played)).text),
    onSuccess: (made) => void navigate(`/charts/${made.id}`),
  });
  const { control, heard, choose } = listening;
  // What is one thing for sure is written down, also where several controls were played at once.
  const sure =
    control === null ? (heard?.candidates ?? []).filter((each) => each.sorts.length === 1) : [control];
  const key = JSON.stringify(sure);
  useEffect(() => {
    const found = JSON.parse(key) as Candidate[];
    if (found.length > 0) {
      setPlayed((before) => found.reduce(together, before));
    }
    if (control !== null) {
      choose(null);
    }
  }, [key, control, choose]);
  const unsure = (heard?.candidates ?? []).filter(
    (each) => each.sorts.length > 1 && !played.some((known) => isSame(known.control, each)),
  );
  return (
    <Over
      label="Play each control once"
      title="Play each control once: press and let go, or move to both ends; wait a moment between them"
      onClose={onClose}
    >
      {(listening.problem ?? keep.error?.message) != null && (
        <p role="alert">{listening.problem ?? keep.error?.message}</p>
      )}
      {unsure.length > 0 && (
        <div role="status" className="flex flex-wrap items-center gap-2 border-l-4 border-warning pl-2">
          Unsure what this is; which is it?
          {unsure.flatMap((each) =>
            each.sorts.map((sort) => (
              <Button
                key={`${each.selector} ${sort}`}
                label={`${each.selector}: ${sort}`}
                onClick={() => choose({ ...each, sorts: [sort] })}
              />
            )),
          )}
        </div>
      )}
      {played.length === 0 ? (
        <p className="text-sm">Listening … what streams by itself is left out.</p>
      ) : (
        <table className="table table-sm" aria-label="Played">
          <thead>
            <tr>
              <th>What it is called</th>
              <th>What it is</th>
              <th>What it sends</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {played.map((each, index) => (
              <tr key={each.control.selector + each.control.port}>
                <td>
                  <Field
                    label={`Name of ${each.control.selector}`}
                    className="input-sm w-40"
                    value={each.name}
                    onChange={(typed) =>
                      setPlayed(played.map((other, at) => (at === index ? { ...other, name: typed } : other)))
                    }
                  />
                </td>
                <td>{each.control.sorts[0]}</td>
                <td className="font-mono text-xs">
                  {each.control.selector}, {each.control.low} to {each.control.high}
                </td>
                <td>
                  <Button
                    tone="quiet"
                    iconOnly
                    icon={<X size={14} />}
                    label={`Leave out ${each.name}`}
                    onClick={() => setPlayed(played.filter((_, at) => at !== index))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <Field
          label="What the device is called"
          className="input-sm w-56"
          placeholder="What the device is called"
          value={name}
          onChange={setName}
        />
        <Button
          type="submit"
          tone="primary"
          label={`Keep a chart of ${played.length} controls`}
          disabled={played.length === 0 || name.trim() === '' || keep.isPending}
        />
      </form>
    </Over>
  );
}

function isSame(one: Candidate, other: Candidate): boolean {
  return one.port === other.port && one.selector === other.selector;
}

/** A control that is played again has gone through both ranges; its place and its name stay. */
function together(played: readonly Played[], control: Candidate): readonly Played[] {
  return played.some((each) => isSame(each.control, control))
    ? played.map((each) =>
        isSame(each.control, control)
          ? {
              ...each,
              control: {
                ...control,
                low: Math.min(each.control.low, control.low),
                high: Math.max(each.control.high, control.high),
              },
            }
          : each,
      )
    : [...played, proposed(control)];
}

/** What a control of a sort is called in short. */
const NOUNS: Record<string, string> = {
  'momentary switch': 'switch',
  'latching switch': 'switch',
  'pad or key': 'key',
  'fader or pedal': 'pedal',
  '14-bit fader': 'fader',
  'parameter message': 'message',
  'program button': 'button',
  'transport button': 'button',
};

function proposed(control: Candidate): Played {
  const what = NOUNS[control.sorts[0] ?? ''] ?? control.sorts[0] ?? 'control';
  return { name: control.control ?? `${what} ${control.number ?? ''}`.trim(), control };
}
