import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import { Field } from '../../ui/Field';
import { Button } from '../../ui/Button';
import { useFocus } from '../../ui/useFocus';
import type { RulesSession } from '../../rules/RulesSession';
import type { BenchStore } from '../../session/BenchStore';
import { usePart } from '../../session/Told';
import { Over } from './Over';

/** Writes a stack from where units stand at present: set everything by hand, then keep it as one press. */
export function StackPanel({
  store,
  rules,
  onClose,
}: {
  store: BenchStore;
  rules: RulesSession;
  onClose: () => void;
}) {
  const field = useFocus();
  const receivers = usePart(store, (state) => state.receivers);
  const units = receivers.flatMap(({ port, view }) =>
    view.standIn === null ? [{ name: port, label: view.label }] : [],
  );
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const write = useMutation({
    mutationFn: () =>
      api.stackOfPresent(store.benchId() ?? '', { text: rules.text(), name, units: [...chosen] }),
    onSuccess: (made) => rules.apply(made.edits),
  });
  return (
    <Over
      label="Stack from present values"
      title="One press that brings these to where they stand now"
      onClose={onClose}
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          write.mutate();
        }}
      >
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
          <legend className="sr-only">Units</legend>
          {units.map((unit) => (
            <label key={unit.name} className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={chosen.includes(unit.name)}
                onChange={(event) =>
                  setChosen(
                    event.target.checked
                      ? [...chosen, unit.name]
                      : chosen.filter((each) => each !== unit.name),
                  )
                }
              />
              {unit.label}
            </label>
          ))}
        </fieldset>
        {write.data !== undefined && (
          <pre aria-label="The stack" className="rounded-field bg-base-300 p-2 font-mono text-sm">
            {write.data.stack}
          </pre>
        )}
        {write.error !== null && <p role="alert">{write.error.message}</p>}
        <p className="flex flex-wrap items-center gap-2">
          <Field
            label="What the stack is called"
            className="input-sm w-44"
            ref={field}
            placeholder="far_shore"
            value={name}
            onChange={setName}
          />
          <Button
            type="submit"
            tone="primary"
            label="Write the stack"
            disabled={name === '' || chosen.length === 0 || write.isPending}
          />
          {write.data !== undefined && (
            <span role="status">
              It is in the rules; assign it to a switch with Learn, or write “do {name}”.
            </span>
          )}
        </p>
      </form>
    </Over>
  );
}
