import type { Unit } from '../api/types';
import { labelled, pastedLabels } from '../model/about';
import { chartOf } from '../model/units';
import { Field } from '../ui/Field';
import { swatch } from '../ui/colours';
import type { RigWork } from './useRig';

/** What stands on each control of a board, and in which colour. A column from a spreadsheet is pasted into the first field that it is for. */
export function LabelsOfControls({ work, unit }: { work: RigWork; unit: Unit }) {
  const controls = (chartOf(work.rig, unit)?.surface?.controls ?? []).map((control) => control.name);
  if (controls.length === 0) {
    return null;
  }
  return (
    <details className="rounded border border-base-300 p-2">
      <summary className="cursor-pointer font-semibold">Labels of its controls</summary>
      <p className="mt-1 text-sm">
        Paste a column, or two with the colour in the second, into the field where it begins.
      </p>
      <table className="table w-auto table-xs" aria-label="Labels of its controls">
        <thead>
          <tr>
            <th scope="col">Control</th>
            <th scope="col">Label</th>
            <th scope="col">Colour</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {controls.map((control, row) => {
            const label = unit.labels?.[control];
            return (
              <tr key={control}>
                <th scope="row" className="font-normal">
                  {control}
                </th>
                {(['text', 'colour'] as const).map((part) => (
                  <td key={part}>
                    <Field
                      label={`${part === 'text' ? 'Label' : 'Colour'} of ${control}`}
                      className="input-sm w-32"
                      value={label?.[part] ?? ''}
                      maxLength={60}
                      onChange={(typed) =>
                        work.change((rig) => labelled(rig, unit.name, control, part, typed))
                      }
                      onPaste={(event) => {
                        const pasted = event.clipboardData.getData('text/plain');
                        if (part === 'text' && /[\n\t]/.test(pasted.trim())) {
                          event.preventDefault();
                          work.change((rig) => pastedLabels(rig, unit.name, controls, row, pasted));
                        }
                      }}
                    />
                  </td>
                ))}
                <td>
                  {label?.colour !== undefined && (
                    <span
                      aria-hidden
                      className="inline-block size-4 rounded border border-base-content/40"
                      style={{ backgroundColor: swatch(label.colour) }}
                    />
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </details>
  );
}
