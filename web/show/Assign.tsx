import { Select } from '../ui/Select';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { SwitchGesture, Target } from '../api/types';
import { TargetList } from '../rules/TargetList';
import { Dialog } from '../ui/Dialog';
import { isPressed, type SheetControl } from './surface';
import { SceneChoice } from './SwitchSheet';

const GESTURES: readonly [SwitchGesture, string][] = [
  ['press', 'pressed'],
  ['short', 'pressed short'],
  ['held', 'held'],
  ['twice', 'pressed twice'],
];

/** What a control should do: by which gesture, in which scene, and what. */
export function Assign({
  id,
  control,
  scenes,
  onChoose,
  onClose,
}: {
  id: string;
  control: SheetControl;
  scenes: readonly string[];
  onChoose: (target: Target, gesture: SwitchGesture, scene: string | null) => void;
  onClose: () => void;
}) {
  const [gesture, setGesture] = useState<SwitchGesture>(isPressed(control) ? 'press' : 'move');
  const [scene, setScene] = useState('');
  const targets = useQuery({ queryKey: ['show-targets', id], queryFn: () => api.targetsOf(id) });
  return (
    <Dialog title={`${control.label} should …`} onClose={onClose}>
      <div className="flex min-h-0 flex-col gap-3 p-3">
        <p className="flex flex-wrap items-center gap-2">
          {isPressed(control) && (
            <>
              <span>when it is</span>
              <Select
                label="By which gesture"
                className="w-40"
                value={gesture}
                onChange={(picked) => setGesture(GESTURES.find(([each]) => each === picked)?.[0] ?? 'press')}
              >
                {GESTURES.map(([each, words]) => (
                  <option key={each} value={each}>
                    {words}
                  </option>
                ))}
              </Select>
            </>
          )}
          <span>in</span>
          <SceneChoice scenes={scenes} scene={scene} onChoose={setScene} />
        </p>
        <TargetList
          targets={targets.data ?? null}
          problem={targets.error?.message ?? null}
          onChoose={(target) => onChoose(target, gesture, scene === '' ? null : scene)}
        />
      </div>
    </Dialog>
  );
}
