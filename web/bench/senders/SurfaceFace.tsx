import { useState } from 'react';
import type { Sender } from '../../api/types';
import type { FaceProps } from './face';
import { MovingControl } from './MovingControl';
import { keysOf, Piano } from './Piano';
import { PressButton } from './PressButton';
import { PRESSED, short, type Control } from './surfaces';

/** A controller as its chart makes it: what is pressed on the left, what is moved beside it, keys last. */
export function SurfaceFace({ sender, at, lamps, play }: FaceProps) {
  const layers = [...new Set(sender.controls.flatMap((control) => control.layer ?? []))];
  const [chosen, choose] = useState(layers[0]);
  const controls = sender.controls.filter(
    (control) => control.sort !== undefined && (control.layer == null || control.layer === chosen),
  );
  const pressed = controls.filter((control) => PRESSED.has(control.sort));
  const moved = controls.filter((control) => !PRESSED.has(control.sort));
  const keys = keysOf(sender);
  return (
    <div className="flex h-full min-w-0 flex-col gap-1">
      {layers.length > 1 && (
        <div className="flex gap-1" role="group" aria-label="Layer">
          {layers.map((layer) => (
            <button
              key={layer}
              type="button"
              aria-pressed={layer === chosen}
              className={`btn btn-xs ${layer === chosen ? 'btn-primary' : 'btn-neutral'}`}
              onClick={() => choose(layer)}
            >
              {layer}
            </button>
          ))}
        </div>
      )}
      <div className="flex min-h-0 flex-1 gap-2">
        {pressed.length > 0 && <Presses controls={pressed} at={at} lamps={lamps} play={play} />}
        {moved.length > 0 && (
          <div className={`flex min-w-0 gap-1 overflow-x-auto ${keys.length > 0 ? 'flex-none' : 'flex-1'}`}>
            {moved.map((control) => (
              <MovingControl
                key={control.control}
                control={control}
                value={at(control.control)}
                play={play}
              />
            ))}
          </div>
        )}
        {keys.length > 0 && <Piano keys={keys} at={at} play={play} />}
      </div>
      {sender.controls.length === 0 && <p className="text-xs">Its chart says nothing of controls.</p>}
    </div>
  );
}

function Presses({
  controls,
  at,
  lamps,
  play,
}: { controls: readonly Control[] } & Pick<FaceProps, 'at' | 'lamps' | 'play'>) {
  const isPlaced = controls.every((control) => control.at != null);
  const columns = isPlaced
    ? Math.max(...controls.map((control) => control.at?.[1] ?? 0)) + 1
    : Math.min(8, Math.ceil(Math.sqrt(controls.length)));
  const firstRow = Math.min(...controls.map((control) => control.at?.[0] ?? 0));
  return (
    <div
      className="grid min-w-0 flex-[3] gap-1"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(2rem, 1fr))` }}
    >
      {controls.map((control) => {
        const value = at(control.control) ?? 0;
        const lamp = lamps.find((each) => each.control === control.control)?.colour;
        return (
          <div
            key={control.control}
            className="min-w-0 *:size-full"
            style={
              isPlaced
                ? { gridRow: (control.at?.[0] ?? 0) - firstRow + 1, gridColumn: (control.at?.[1] ?? 0) + 1 }
                : {}
            }
          >
            <PressButton
              round={control.sort === 'switch'}
              label={`${control.control}${control.label === control.control ? '' : `, ${control.label}`}`}
              text={short(control)}
              lamp={lamp}
              isDown={value > 0}
              onPress={(force) =>
                play(control.control, control.isLatching === true ? (value > 0 ? 0 : 127) : force)
              }
              onRelease={() => control.isLatching !== true && play(control.control, 0)}
            />
          </div>
        );
      })}
    </div>
  );
}

/** Wide enough for what is on it. */
export function widthOf(sender: Sender): string {
  const keys = keysOf(sender).length;
  const others = sender.controls.length - keys;
  return keys > 0
    ? 'flex-[3_1_22rem]'
    : others > 6
      ? 'flex-[1_1_18rem]'
      : others > 1
        ? 'flex-[1_1_11rem]'
        : 'flex-[1_1_8rem]';
}
