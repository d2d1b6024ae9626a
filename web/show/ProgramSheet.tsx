import { useState } from 'react';
import { api } from '../api/client';
import type { Cell, Sheets } from '../api/types';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { Done } from './Done';
import { useRules } from './useRules';

const MOST_DRAWN = 128;

/** Scenes under their songs down, units across, in each cell the program as that unit shows it. Choosing one writes a rule. */
export function ProgramSheet({
  id,
  sheets,
  book,
  onChanged,
}: {
  id: string;
  sheets: Sheets;
  book: string | null;
  onChanged: () => void;
}) {
  const rules = useRules(book, onChanged);
  if (sheets.units.length === 0 || sheets.rows.length === 0) {
    return (
      <p>
        {sheets.units.length === 0
          ? 'No unit of this rig has programs that can be called.'
          : 'The rules have no scenes yet. Write a line such as scene "Harbour" into them.'}
      </p>
    );
  }
  return (
    <>
      <Done rules={rules} />
      <table className="table table-pin-rows" aria-label="Programs">
        <thead>
          <tr>
            <th>Song</th>
            <th>Scene</th>
            {sheets.units.map((unit) => (
              <th key={unit.name}>{unit.label}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sheets.rows.map((row, index) => (
            <tr key={`${row.song ?? ''} ${row.scene}`}>
              <td className="text-sm">
                {sheets.rows[index - 1]?.song === row.song ? '' : (row.song ?? 'in no song')}
              </td>
              <td className="font-semibold">{row.scene}</td>
              {row.cells.map((cell) => (
                <td key={cell.unit}>
                  <ProgramCell
                    cell={cell}
                    scene={row.scene}
                    programs={sheets.units.find((unit) => unit.name === cell.unit)?.programs ?? []}
                    isBusy={rules.isBusy}
                    onChoose={(program) =>
                      rules.change(
                        program === null
                          ? `“${row.scene}” leaves ${cell.unit} where it is`
                          : `“${row.scene}” calls ${program} of ${cell.unit}`,
                        () => api.setCell(id, row.scene, cell.unit, program),
                      )
                    }
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 text-sm">
        This sheet is a view of the rules: each cell is a line “on enter recall …” of its scene. A blank cell
        leaves the unit where it is; where that can be several programs, they are named.
      </p>
    </>
  );
}

function ProgramCell({
  cell,
  scene,
  programs,
  isBusy,
  onChoose,
}: {
  cell: Cell;
  scene: string;
  programs: Sheets['units'][number]['programs'];
  isBusy: boolean;
  onChoose: (program: string | null) => void;
}) {
  // A long list is drawn only for the cell that somebody is about to choose in.
  const [isOpen, setOpen] = useState(programs.length <= MOST_DRAWN);
  const open = () => setOpen(true);
  const chosen = programs.find((program) => program.title === cell.name || program.title === cell.shown);
  return (
    <span className="flex flex-col">
      <Select
        label={`${cell.unit} in ${scene}`}
        className={`w-44 ${cell.by === null ? 'opacity-80' : 'font-semibold'}`}
        value={cell.by === null ? '' : (chosen?.title ?? '?')}
        disabled={isBusy}
        onFocus={open}
        onPointerDown={open}
        onChange={(picked) => onChoose(picked === '' ? null : picked)}
      >
        <option value="">stays</option>
        {cell.by !== null && chosen === undefined && <option value="?">{cell.shown}</option>}
        {(isOpen ? programs : programs.filter((program) => program === chosen)).map((program) => (
          <option key={program.words} value={program.title}>
            {program.words}
          </option>
        ))}
      </Select>
      {cell.by !== null && cell.by !== 'here' && <span className="text-xs">by {cell.by}</span>}
      {cell.by === null && cell.carried.length > 1 && (
        <span className="text-xs text-warning" role="note">
          on {cell.carried.join(' or ')}, depending on what was before
        </span>
      )}
      {cell.filled !== null && cell.carried.length > 1 && (
        <Button
          label={`Fill from the set list: ${cell.filled}`}
          disabled={isBusy}
          onClick={() => onChoose(cell.filled)}
        />
      )}
    </span>
  );
}
