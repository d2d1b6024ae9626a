import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { Laying, Unit } from '../api/types';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Notice } from '../ui/Notice';
import { chartOf } from '../model/units';
import type { RigWork } from './useRig';
import { Scroll } from '../ui/Scroll';

const TAKEOVERS = [
  ['jump', 'jump: at once, wherever the control stands'],
  ['pickup', 'pickup: only once the control has passed the value'],
  ['scaled', 'scaled: at once, in proportion, and together at the ends'],
] as const;

/** Lays a run of controls onto a family of parameters: the rules are shown before they are put in. */
export function LayControls({
  id,
  work,
  unit,
  onClose,
}: {
  id: string;
  work: RigWork;
  unit: Unit;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const controls = (chartOf(work.rig, unit)?.surface?.controls ?? []).filter(
    (control) => !['switch', 'pad', 'key'].includes(control.sort),
  );
  const families = work.rig.units.flatMap((each) =>
    [...new Set((chartOf(work.rig, each)?.parameters ?? []).flatMap((one) => one.family ?? []))].map(
      (family) => ({ unit: each.name, label: each.label ?? each.name, family }),
    ),
  );
  const [laying, setLaying] = useState<Laying>({
    from: unit.name,
    first: controls[0]?.name ?? '',
    last: controls.at(-1)?.name ?? '',
    to: families[0]?.unit ?? '',
    family: families[0]?.family ?? '',
    takeover: 'pickup',
  });
  const laid = useQuery({
    queryKey: ['laid', id, laying, work.saving.version()],
    queryFn: () => api.layControls(id, laying),
    enabled: laying.first !== '' && laying.to !== '',
  });
  const add = useMutation({
    mutationFn: () => api.addRules(id, laid.data?.rules ?? ''),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['rig-computed', id] });
      onClose();
    },
  });
  const control = (which: 'first' | 'last', label: string) => (
    <Select
      label={label}
      isLabelShown
      fieldClassName="flex items-center gap-2"
      className="w-40"
      value={laying[which]}
      onChange={(picked) => setLaying({ ...laying, [which]: picked })}
    >
      {controls.map((each) => (
        <option key={each.name}>{each.name}</option>
      ))}
    </Select>
  );

  return (
    <Dialog title={`Lay controls of ${unit.label ?? unit.name}`} onClose={onClose}>
      <div className="flex min-h-0 flex-col gap-3 overflow-auto p-3">
        <Notice text={add.error?.message ?? laid.error?.message ?? null} tone="error" />
        {controls.length === 0 || families.length === 0 ? (
          <p>
            {controls.length === 0
              ? 'Its chart has no faders, knobs or pedals.'
              : 'No chart of the rig has a family of parameters.'}
          </p>
        ) : (
          <>
            <div className="flex flex-wrap gap-3">
              {control('first', 'From')}
              {control('last', 'to')}
              <label className="flex items-center gap-2">
                onto
                <Select
                  label="Family"
                  className="w-48"
                  value={families.findIndex(
                    (each) => each.unit === laying.to && each.family === laying.family,
                  )}
                  onChange={(picked) => {
                    const chosen = families[Number(picked)];
                    setLaying({ ...laying, to: chosen?.unit ?? '', family: chosen?.family ?? '' });
                  }}
                >
                  {families.map((each, place) => (
                    <option key={`${each.unit} ${each.family}`} value={place}>
                      {each.label}: {each.family}
                    </option>
                  ))}
                </Select>
              </label>
              <Select
                label="How a value is taken over"
                className="w-auto"
                value={laying.takeover}
                onChange={(picked) => setLaying({ ...laying, takeover: picked as Laying['takeover'] })}
              >
                {TAKEOVERS.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </Select>
            </div>
            {(laid.data?.skipped ?? []).length > 0 && (
              <Scroll label="Passed over" className="max-h-24 shrink-0">
                <ul className="list-disc pl-5 text-sm">
                  {laid.data?.skipped.map((each) => (
                    <li key={each}>{each}</li>
                  ))}
                </ul>
              </Scroll>
            )}
            <Scroll label="The rules" className="max-h-72 rounded-field bg-base-300 p-3 font-mono text-sm">
              <pre>{laid.data?.rules === '' ? 'Nothing is left to lay.' : (laid.data?.rules ?? '…')}</pre>
            </Scroll>
            <Button
              tone="primary"
              label={`Put ${laid.data?.count ?? 0} rules in`}
              disabled={(laid.data?.count ?? 0) === 0 || add.isPending}
              onClick={() => add.mutate()}
            />
          </>
        )}
      </div>
    </Dialog>
  );
}
