import { useState } from 'react';
import type { Live, LiveDeed, LivePicture } from '../api/types';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Panel } from '../ui/Panel';

/** Units that can hurt somebody: each gets nothing before a person has read its caution and armed it, for this run. */
export function Hazards({
  live,
  picture,
  onDo,
}: {
  live: Live;
  picture: LivePicture | null;
  onDo: (deed: LiveDeed) => void;
}) {
  const [asked, setAsked] = useState<string | null>(null);
  const unit = live.units.find((each) => each.unit === asked);
  return (
    <Panel title="Units that can hurt somebody" className="shrink-0">
      <ul className="flex flex-col gap-2 p-3">
        {live.units.map(({ unit: name }) => {
          const isArmed = picture?.armed[name] === true;
          return (
            <li key={name} className="flex items-center gap-3">
              <strong className="flex-1">{name}</strong>
              <span className={`badge ${isArmed ? 'badge-error' : 'badge-neutral'}`}>
                {isArmed ? 'armed' : 'not armed: gets nothing'}
              </span>
              <Button
                label={isArmed ? `Disarm ${name}` : `Arm ${name} …`}
                disabled={picture === null}
                onClick={() => (isArmed ? onDo({ do: 'disarm', about: name }) : setAsked(name))}
              />
            </li>
          );
        })}
      </ul>
      {unit !== undefined && (
        <Dialog title={`Arm ${unit.unit}?`} onClose={() => setAsked(null)} width="w-[36rem]">
          <div className="flex flex-col gap-4 p-4 text-lg">
            {unit.cautions.map((caution) => (
              <p key={caution}>{caution}</p>
            ))}
            <p>It stays armed until it is disarmed, or the player begins again.</p>
            <Button
              tone="danger"
              className="self-start"
              label={`I have read this and see the unit: arm ${unit.unit}`}
              onClick={() => {
                onDo({ do: 'arm', about: unit.unit, hasReadCaution: true });
                setAsked(null);
              }}
            />
          </div>
        </Dialog>
      )}
    </Panel>
  );
}
