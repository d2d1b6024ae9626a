import { useState } from 'react';
import { api } from '../api/client';
import type { Rig, Sheets, SwitchUse } from '../api/types';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { WhenNear } from '../ui/WhenNear';
import { Assign } from './Assign';
import { ControlCard } from './ControlCard';
import { CopyScene } from './CopyScene';
import { Done } from './Done';
import { LayerButton, layerName } from './LayerButton';
import { surfaces, type SheetControl, type SheetSurface } from './surface';
import { useRules } from './useRules';

/** So many controls are drawn at once; of more, those that come near. */
const MOST_AT_ONCE = 120;

/** What is being copied or moved, until it is put somewhere. */
interface Carried {
  use: SwitchUse;
  do: 'copy' | 'move';
}

/** Every control as it stands on its surface, with what it does in words, read from the rules; what is changed here is changed there. */
export function SwitchSheet({
  id,
  sheets,
  rig,
  onChanged,
}: {
  id: string;
  sheets: Sheets;
  rig: Rig;
  onChanged: () => void;
}) {
  const rules = useRules(rig.book ?? null, onChanged);
  const [carried, carry] = useState<Carried | null>(null);
  const [layer, carryLayer] = useState<{ unit: string; layer: string | null } | null>(null);
  const [scene, setScene] = useState('');
  const [assigned, assign] = useState<{ unit: string; control: SheetControl } | null>(null);
  const all = surfaces(rig, sheets);
  if (all.length === 0) {
    return <p>No unit of this rig has controls. Add one with a control surface on the rig’s page.</p>;
  }
  const count = all.flatMap((surface) => surface.layers.flatMap((each) => each.controls)).length;
  const isLong = count > MOST_AT_ONCE;
  const put = (unit: string, control: SheetControl) => {
    if (carried !== null) {
      const { use } = carried;
      rules.change(
        `“${use.control}” ${carried.do === 'copy' ? 'copied' : 'moved'} to “${control.name}”`,
        () =>
          api.changeSwitch(id, {
            do: carried.do,
            unit: use.unit,
            control: use.control,
            line: use.line,
            to: { unit, control: control.name, scene: scene === '' ? null : scene },
          }),
      );
      carry(null);
    }
  };
  const putLayer = (to: string | null) => {
    if (layer !== null) {
      rules.change(`${layerName(layer.layer)} copied to ${layerName(to)}`, () =>
        api.copyWhole(id, { unit: layer.unit, from: layer.layer, to }),
      );
      carryLayer(null);
    }
  };
  return (
    <div className="flex flex-col gap-4">
      <CopyScene
        scenes={sheets.scenes}
        isBusy={rules.isBusy}
        onCopy={(from, to) =>
          rules.change(`All of “${from}” copied to “${to}”`, () =>
            api.copyWhole(id, { unit: null, from, to }),
          )
        }
      />
      <div className="sticky top-0 z-10 flex flex-col gap-2 bg-base-200">
        <Done rules={rules} />
        {layer !== null && (
          <p className="border-l-4 border-primary pl-2">
            Copy what all controls of “{layerName(layer.layer)}” do: to which layer?
          </p>
        )}
        {carried !== null && (
          <p className="flex flex-wrap items-center gap-2 border-l-4 border-primary pl-2">
            <span>
              {carried.do === 'copy' ? 'Copy' : 'Move'} what “{carried.use.control}” does to which control, in
            </span>
            <SceneChoice scenes={sheets.scenes} scene={scene} onChoose={setScene} />
            <Button label="Cancel" onClick={() => carry(null)} />
          </p>
        )}
      </div>
      {all.map((surface) => (
        <section key={surface.unit} aria-label={surface.label} className="flex flex-col gap-2">
          <h3 className="text-lg font-semibold">{surface.label}</h3>
          <WhenNear estimatePx={isLong ? roomOf(surface) : null}>
            {() =>
              surface.layers.map((each) => (
                <div key={each.layer ?? ''} className="flex flex-col gap-1">
                  {surface.layers.length > 1 && (
                    <div className="flex min-h-9 items-center gap-2">
                      <h4 className="text-sm">{layerName(each.layer)}</h4>
                      <LayerButton
                        name={layerName(each.layer)}
                        state={
                          layer === null
                            ? 'free'
                            : layer.unit !== surface.unit
                              ? 'elsewhere'
                              : layer.layer === each.layer
                                ? 'carried'
                                : 'open'
                        }
                        isBusy={rules.isBusy}
                        onCarry={() => carryLayer({ unit: surface.unit, layer: each.layer })}
                        onPut={() => putLayer(each.layer)}
                        onDrop={() => carryLayer(null)}
                      />
                    </div>
                  )}
                  <ul
                    className="grid gap-2"
                    style={{
                      gridTemplateColumns: `repeat(${each.columns === 1 ? 4 : each.columns}, minmax(8.5rem, 1fr))`,
                    }}
                  >
                    {each.controls.map((control) => (
                      <ControlCard
                        key={control.name}
                        control={control}
                        isBusy={rules.isBusy}
                        book={rig.book ?? null}
                        isPlaced={carried !== null}
                        onPut={() => put(surface.unit, control)}
                        onAssign={() => assign({ unit: surface.unit, control })}
                        onCarry={(use, what) => {
                          setScene(use.scene ?? '');
                          carry({ use, do: what });
                        }}
                        onClear={(use) =>
                          rules.change(`“${use.control}” no longer does ${use.does.join(', ')}`, () =>
                            api.changeSwitch(id, {
                              do: 'clear',
                              unit: use.unit,
                              control: use.control,
                              line: use.line,
                            }),
                          )
                        }
                      />
                    ))}
                  </ul>
                </div>
              ))
            }
          </WhenNear>
        </section>
      ))}
      {assigned !== null && (
        <Assign
          id={id}
          control={assigned.control}
          scenes={sheets.scenes}
          onClose={() => assign(null)}
          onChoose={(target, gesture, where) => {
            assign(null);
            rules.change(`“${assigned.control.name}” does now: ${target.words}`, () =>
              api.changeSwitch(id, {
                do: 'assign',
                unit: assigned.unit,
                control: assigned.control.name,
                scene: where,
                gesture,
                target: { what: target.what, unit: target.unit, title: target.title },
              }),
            );
          }}
        />
      )}
    </div>
  );
}

/** About how much room the controls of a unit need, in pixels. */
const roomOf = (surface: SheetSurface): number =>
  surface.layers.reduce(
    (sum, each) => sum + 40 + 120 * Math.ceil(each.controls.length / (each.columns === 1 ? 4 : each.columns)),
    0,
  );

export function SceneChoice({
  scenes,
  scene,
  onChoose,
}: {
  scenes: readonly string[];
  scene: string;
  onChoose: (scene: string) => void;
}) {
  return (
    <Select label="In which scene" className="w-44" value={scene} onChange={onChoose}>
      <option value="">every scene</option>
      {scenes.map((each) => (
        <option key={each}>{each}</option>
      ))}
    </Select>
  );
}
