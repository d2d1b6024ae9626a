import { useState } from 'react';
import type { Live } from '../api/types';
import { Button } from '../ui/Button';
import { ConnectionField } from './ConnectionField';
import type { Connected } from './ConnectionRow';

/** A second device for the same port, which takes the place of the first by one press. */
export function Spare({
  name,
  direction,
  connected,
  devices,
  isPlaying,
  onChange,
  onUse,
}: {
  name: string;
  direction: 'in' | 'out';
  connected: Connected;
  devices: Live['devices'];
  isPlaying: boolean;
  onChange: (change: Partial<Connected>) => void;
  onUse: () => void;
}) {
  const [isAsked, setAsked] = useState(false);
  const field = direction === 'out' ? 'spareOut' : 'spareIn';
  const chosen = connected[direction] ?? null;
  const spare = connected[field] ?? null;
  if (chosen === null && spare === null) {
    return null;
  }
  if (spare === null && !isAsked) {
    return (
      <Button
        className="mt-1"
        tone="quiet"
        label={`Add a spare for ${name}`}
        onClick={() => setAsked(true)}
      />
    );
  }
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2">
      <span className="text-sm opacity-80">Spare</span>
      <ConnectionField
        label={`Spare of ${name}`}
        chosen={spare}
        devices={devices}
        onChoose={(connection) => onChange({ [field]: connection })}
      />
      {isPlaying && spare !== null && (
        <Button
          tone="primary"
          label={`Take the spare for ${name}`}
          onClick={() => {
            onChange({ [direction]: spare, [field]: chosen ?? undefined });
            onUse();
          }}
        />
      )}
    </div>
  );
}
