import type { ChartControl, Rig, Sheets, SwitchUse } from '../api/types';

export interface SheetControl {
  name: string;
  sort: string;
  /** Row and column on the surface, where the chart says so. */
  at: readonly [number, number] | null;
  label: string;
  colour: string | null;
  /** What its display leaves of the label, where it is too long for it. */
  shown: string | null;
  uses: SwitchUse[];
}

export interface SheetLayer {
  layer: string | null;
  columns: number;
  controls: SheetControl[];
}

export interface SheetSurface {
  unit: string;
  label: string;
  layers: SheetLayer[];
}

/** Every control surface of a rig as its controls stand, with what each of them does. */
export function surfaces(rig: Rig, sheets: Sheets): SheetSurface[] {
  return rig.units.flatMap((unit) => {
    const controls = rig.charts[unit.chart.id]?.chart.surface?.controls ?? [];
    const layers = new Map<string | null, SheetControl[]>();
    for (const control of controls) {
      const layer = control.layer ?? null;
      const label = unit.labels?.[control.name];
      layers.set(layer, [
        ...(layers.get(layer) ?? []),
        {
          name: control.name,
          sort: control.sort,
          at: control.at === undefined ? null : [control.at[0], control.at[1]],
          label: label?.text ?? control.name,
          colour: label?.colour ?? null,
          shown: shortened(label?.text ?? '', control.display),
          uses: sheets.uses.filter((use) => use.unit === unit.name && use.control === control.name),
        },
      ]);
    }
    return controls.length === 0
      ? []
      : [
          {
            unit: unit.name,
            label: unit.label ?? unit.name,
            layers: [...layers].map(([layer, all]) => ({
              layer,
              columns: Math.max(1, ...all.map((each) => (each.at?.[1] ?? 0) + 1)),
              controls: all,
            })),
          },
        ];
  });
}

function shortened(label: string, display: ChartControl['display']): string | null {
  const room = display === undefined ? Infinity : display.characters * Math.max(1, display.lines);
  const letters = Array.from(label);
  return room > 0 && letters.length > room ? letters.slice(0, room).join('') : null;
}

/** Whether a control stands at one of two places. */
export function isPressed(control: { sort: string }): boolean {
  return control.sort === 'switch' || control.sort === 'pad' || control.sort === 'key';
}
