import { useState } from 'react';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';

/** Lets a whole scene do what another does: its lines and its rules. */
export function CopyScene({
  scenes,
  isBusy,
  onCopy,
}: {
  scenes: readonly string[];
  isBusy: boolean;
  onCopy: (from: string, to: string) => void;
}) {
  const [from, setFrom] = useState(scenes[0] ?? '');
  const [to, setTo] = useState(scenes[1] ?? '');
  if (scenes.length < 2) {
    return null;
  }
  const choice = (label: string, scene: string, choose: (scene: string) => void) => (
    <Select label={label} className="w-44" value={scene} onChange={choose}>
      {scenes.map((each) => (
        <option key={each}>{each}</option>
      ))}
    </Select>
  );
  return (
    <p className="flex flex-wrap items-center gap-2 text-sm">
      <span>Copy all that happens in</span>
      {choice('Copy the scene', from, setFrom)}
      <span>to</span>
      {choice('To the scene', to, setTo)}
      <Button label="Copy the scene" disabled={isBusy || from === to} onClick={() => onCopy(from, to)} />
    </p>
  );
}
