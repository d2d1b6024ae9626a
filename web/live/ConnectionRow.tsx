import { Volume2, VolumeX } from 'lucide-react';
import type { Live, LivePort, RigBeside } from '../api/types';
import { Button } from '../ui/Button';
import { Select } from '../ui/Select';
import { ConnectionField } from './ConnectionField';
import { Spare } from './Spare';

type Direction = 'in' | 'out';
export type Connected = NonNullable<NonNullable<RigBeside['connections']['connections']>[string]>[string];

const DEVICE = 'device:';

/** The device of a connection, as the picture of what plays names it. */
function nameOf(connection: string | null): string | null {
  return connection !== null && connection.startsWith(DEVICE) ? connection.slice(DEVICE.length) : null;
}

/** One direction of a port: its device and spare, whether it is there, and what passes. */
export function ConnectionRow({
  name,
  direction,
  connected,
  devices,
  now,
  restorable,
  onChange,
  onUse,
  onRestore,
  onMute,
  onAsk,
}: {
  name: string;
  direction: Direction;
  connected: Connected;
  devices: Live['devices'];
  now: LivePort | null;
  /** Units there that can be brought back to where they should stand. */
  restorable: readonly string[];
  onChange: (change: Partial<Connected>) => void;
  /** What is chosen is to be connected while it plays. */
  onUse: () => void;
  onRestore: (unit: string) => void;
  onMute: (isMuted: boolean) => void;
  /** Somebody wants to know what stands there. */
  onAsk: () => void;
}) {
  const isOut = direction === 'out';
  const chosen = connected[direction] ?? null;
  const plays = isOut ? now?.outDevice : now?.inDevice;
  const isOther = now !== null && nameOf(chosen) !== plays;
  return (
    <tr>
      <th scope="row" className="font-semibold">
        {name} <span className="font-normal opacity-80">{isOut ? 'sends to' : 'hears'}</span>
      </th>
      <td>
        <ConnectionField
          label={`${name} ${isOut ? 'sends to' : 'hears'}`}
          chosen={chosen}
          devices={devices}
          onChoose={(connection) => onChange({ [direction]: connection })}
        />
        {isOther && <Button className="mt-1" label={`Use it for ${name} now`} onClick={onUse} />}
        <Spare
          name={name}
          direction={direction}
          connected={connected}
          devices={devices}
          isPlaying={now !== null}
          onChange={onChange}
          onUse={onUse}
        />
        {now === null && isOut && chosen !== null && (
          <Select
            label={`When ${name} is back`}
            value={connected.back ?? 'ask'}
            className="mt-1 w-full"
            onChange={(value) => onChange({ back: value as NonNullable<Connected['back']> })}
          >
            <option value="ask">When it is back: ask</option>
            <option value="by itself">When it is back: restore its units</option>
            <option value="never">When it is back: leave it</option>
          </Select>
        )}
      </td>
      <td>
        <span className="flex flex-wrap items-center gap-2">
          {now === null ? 'at rest' : <State now={now} direction={direction} chosen={chosen} />}
          {!isOut && now?.in != null && (
            <Button tone="quiet" label={`What is it at ${name}?`} onClick={onAsk} />
          )}
          {now?.isBack === true &&
            restorable.map((unit) => (
              <Button key={unit} label={`Restore ${unit}`} onClick={() => onRestore(unit)} />
            ))}
        </span>
      </td>
      <td className="text-right text-lg tabular-nums">{isOut ? (now?.sent ?? 0) : (now?.came ?? 0)}</td>
      <td className="text-right tabular-nums">
        {isOut && (
          <span className="flex items-center justify-end gap-2">
            {now?.keptBack ?? 0}
            <Button
              tone={now?.isMuted === true ? 'danger' : 'quiet'}
              iconOnly
              icon={now?.isMuted === true ? <VolumeX size={18} /> : <Volume2 size={18} />}
              label={now?.isMuted === true ? `Let ${name} be heard again` : `Mute ${name}`}
              disabled={(now?.out ?? null) === null}
              onClick={() => onMute(now?.isMuted !== true)}
            />
          </span>
        )}
      </td>
    </tr>
  );
}

function State({ now, direction, chosen }: { now: LivePort; direction: Direction; chosen: string | null }) {
  if (chosen === null || !chosen.startsWith('device:')) {
    return <span className="opacity-80">nothing here</span>;
  }
  if ((direction === 'in' ? now.in : now.out) === null) {
    return <span className="badge badge-error">gone: plug it in</span>;
  }
  if (direction === 'out' && now.isMuted) {
    return <span className="badge badge-warning">muted</span>;
  }
  if (direction === 'out' && now.isStuck) {
    return <span className="badge badge-error">takes nothing</span>;
  }
  return <span className="badge badge-success">open</span>;
}
