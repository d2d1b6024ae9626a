import { useState } from 'react';
import type { Live, LiveDeed, LivePicture, RigBeside } from '../api/types';
import type { JsonWork } from '../documents/useJson';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';
import { WhatIsIt } from './WhatIsIt';
import { ConnectionRow, type Connected } from './ConnectionRow';

/** Every port of the rules: what stands behind it on this computer, whether that is there, and what passes. */
export function Connections({
  live,
  work,
  picture,
  onDo,
  onUse,
  rig,
}: {
  rig: string;
  live: Live;
  work: JsonWork<RigBeside['connections']>;
  picture: LivePicture | null;
  onDo: (deed: LiveDeed) => void;
  /** What is chosen is to be connected while it plays. */
  onUse: () => void;
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
  const [asked, setAsked] = useState<string | null>(null);
  return (
    <Panel title={`Devices at the ports, on ${live.computer}`}>
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
                  <ConnectionRow
                    key={`${port} ${direction}`}
                    name={isIn && isOut ? `${port} ${direction}` : port}
                    direction={direction}
                    connected={here[port] ?? {}}
                    devices={live.devices}
                    now={picture?.ports.find((each) => each.port === port) ?? null}
                    onChange={(change) => connect(port, change)}
                    onUse={onUse}
                    onAsk={() => setAsked(port)}
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
      {asked !== null && picture !== null && (
        <WhatIsIt
          rig={rig}
          port={asked}
          canAsk={picture.ports.some((each) => each.port === asked && each.out !== null)}
          onDo={onDo}
          onClose={() => setAsked(null)}
        />
      )}
    </Panel>
  );
}
