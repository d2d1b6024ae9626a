import { Volume2, VolumeX } from 'lucide-react';
import type { Live, LiveDeed, LivePicture, LivePort, RigBeside } from '../api/types';
import type { JsonWork } from '../documents/useJson';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';
import { Select } from '../ui/Select';
import { ConnectionField } from './ConnectionField';

type Direction = 'in' | 'out';
type Connected = NonNullable<NonNullable<RigBeside['connections']['connections']>[string]>[string];
type Back = NonNullable<Connected['back']>;

/** Every port of the rules: what stands behind it on this computer, whether that is there, and what passes. */
export function Connections({
  live,
  work,
  picture,
  onDo,
}: {
  live: Live;
  work: JsonWork<RigBeside['connections']>;
  picture: LivePicture | null;
  onDo: (deed: LiveDeed) => void;
}) {
  const here = work.value.connections?.[live.computer] ?? {};
  const others = Object.keys(work.value.connections ?? {}).filter((name) => name !== live.computer);
  const connect = (port: string, change: Partial<Connected>) =>
    work.change((value) => ({
      ...value,
      connections: {
        ...value.connections,
        [live.computer]: {
          ...value.connections?.[live.computer],
          [port]: { ...value.connections?.[live.computer]?.[port], ...change },
        },
      },
    }));
  return (
    <Panel title={`What stands behind the ports, on ${live.computer}`}>
      {others.length > 0 && Object.keys(here).length === 0 && (
        <div className="flex flex-wrap items-center gap-2 border-b border-base-300 p-3">
          <span>This show was connected on {others.join(', ')}.</span>
          <Button
            label={`Take the connections of ${others[0]}`}
            onClick={() =>
              work.change((value) => ({
                ...value,
                connections: {
                  ...value.connections,
                  [live.computer]: value.connections?.[others[0] ?? ''] ?? {},
                },
              }))
            }
          />
        </div>
      )}
      <div className="min-h-0 overflow-auto" tabIndex={0} role="region" aria-label="Ports">
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Port</th>
              <th>Device</th>
              <th>State</th>
              <th className="text-right">Messages</th>
              <th className="text-right">Left out</th>
            </tr>
          </thead>
          <tbody>
            {live.ports.flatMap(({ port, isIn, isOut, units }) =>
              (['in', 'out'] as const)
                .filter((direction) => (direction === 'in' ? isIn : isOut))
                .map((direction) => (
                  <Row
                    key={`${port} ${direction}`}
                    name={isIn && isOut ? `${port} ${direction}` : port}
                    direction={direction}
                    chosen={here[port]?.[direction] ?? null}
                    devices={live.devices}
                    now={picture?.ports.find((each) => each.port === port) ?? null}
                    onChoose={(connection) => connect(port, { [direction]: connection })}
                    back={direction === 'out' ? (here[port]?.back ?? 'ask') : null}
                    onBack={(next) => connect(port, { back: next })}
                    restorable={
                      direction === 'out' && here[port]?.back !== 'never'
                        ? units.filter((unit) => picture?.restorable.includes(unit) === true)
                        : []
                    }
                    onRestore={(unit) => onDo({ do: 'restore', about: unit })}
                    onMute={(isMuted) => onDo({ do: isMuted ? 'mute' : 'unmute', about: port })}
                  />
                )),
            )}
          </tbody>
        </table>
      </div>
    </Panel>
  );
}

function Row({
  name,
  direction,
  chosen,
  devices,
  now,
  back,
  onBack,
  restorable,
  onChoose,
  onRestore,
  onMute,
}: {
  name: string;
  direction: Direction;
  chosen: string | null;
  devices: Live['devices'];
  now: LivePort | null;
  /** What happens when the device that hears there was away and is back. */
  back: Back | null;
  onBack: (back: Back) => void;
  /** Units there that can be brought back to where they should stand. */
  restorable: readonly string[];
  onRestore: (unit: string) => void;
  onChoose: (connection: string | null) => void;
  onMute: (isMuted: boolean) => void;
}) {
  const isOut = direction === 'out';
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
          isFixed={now !== null}
          onChoose={onChoose}
        />
        {now === null && back !== null && chosen !== null && (
          <Select
            label={`When ${name} is back`}
            value={back}
            className="mt-1 w-full"
            onChange={(value) => onBack(value as Back)}
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
