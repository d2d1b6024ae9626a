import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { useRef, useState, type KeyboardEvent } from 'react';
import { api } from '../api/client';
import type { Sheets } from '../api/types';
import { Done } from './Done';
import { ProgramCell, ProgramChooser } from './ProgramCell';
import { useRules } from './useRules';

const [ROW_PX, COLUMN_PX, HEAD_PX] = [56, 176, 40];
/** Song and scene, which stay while the units are scrolled. */
const NAMES_PX = 250;

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
  const [chosen, setChosen] = useState<[row: number, column: number] | null>(null);
  if (sheets.units.length === 0 || sheets.rows.length === 0) {
    return (
      <p>
        {sheets.units.length === 0
          ? 'No unit of this rig has programs that can be called.'
          : 'The rules have no scenes yet. Write a line such as scene "Harbour" into them.'}
      </p>
    );
  }
  const row = sheets.rows[chosen?.[0] ?? -1];
  const [unit, cell] = [sheets.units[chosen?.[1] ?? -1], row?.cells[chosen?.[1] ?? -1]];
  const choose = (program: string | null, scene: string, name: string) => {
    setChosen(null);
    rules.change(
      program === null ? `“${scene}” leaves ${name} where it is` : `“${scene}” calls ${program} of ${name}`,
      () => api.setCell(id, scene, name, program),
    );
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-2">
      <Done rules={rules} />
      <Cells
        sheets={sheets}
        isBusy={rules.isBusy}
        onOpen={(at, column) => setChosen([at, column])}
        onFill={(filled, scene, name) => choose(filled, scene, name)}
      />
      <p className="text-sm">
        This sheet is a view of the rules: each cell is a line “on enter recall …” of its scene. A blank cell
        leaves the unit where it is; where that can be several programs, they are named.
      </p>
      {row !== undefined && unit !== undefined && cell !== undefined && (
        <ProgramChooser
          title={`${unit.label} in “${row.scene}”`}
          cell={cell}
          programs={sheets.lists[unit.list] ?? []}
          onChoose={(program) => choose(program, row.scene, unit.name)}
          onClose={() => setChosen(null)}
        />
      )}
    </div>
  );
}

/** The cells: only those that are seen are drawn. One tab stop; arrows go from cell to cell, Enter opens the programs. */
function Cells({
  sheets,
  isBusy,
  onOpen,
  onFill,
}: {
  sheets: Sheets;
  isBusy: boolean;
  onOpen: (row: number, column: number) => void;
  onFill: (program: string, scene: string, unit: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<[row: number, column: number]>([0, 0]);
  // The cell in hand stays drawn, wherever the sheet is scrolled to.
  const holding = (place: number) => (range: Range) =>
    [...new Set([...defaultRangeExtractor(range), place])].sort((one, other) => one - other);
  const rows = useVirtualizer({
    count: sheets.rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 4,
    scrollPaddingStart: HEAD_PX,
    rangeExtractor: holding(Math.min(at[0], sheets.rows.length - 1)),
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: sheets.units.length,
    getScrollElement: () => frame.current,
    estimateSize: () => COLUMN_PX,
    overscan: 1,
    scrollPaddingStart: NAMES_PX,
    rangeExtractor: holding(Math.min(at[1], sheets.units.length - 1)),
  });
  const go = (event: KeyboardEvent, row: number, column: number) => {
    const page = 10;
    const step: Partial<Record<string, [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-page, 0],
      PageDown: [page, 0],
      Home: [0, -column],
      End: [0, sheets.units.length],
    };
    const by = step[event.key];
    if (by === undefined) {
      return;
    }
    event.preventDefault();
    const next: [number, number] = [
      Math.max(0, Math.min(sheets.rows.length - 1, row + by[0])),
      Math.max(0, Math.min(sheets.units.length - 1, column + by[1])),
    ];
    setAt(next);
    rows.scrollToIndex(next[0]);
    columns.scrollToIndex(next[1]);
    requestAnimationFrame(() =>
      frame.current?.querySelector<HTMLElement>(`[data-cell="${next[0]} ${next[1]}"]`)?.focus(),
    );
  };
  const seen = columns.getVirtualItems();
  return (
    <div
      ref={frame}
      role="grid"
      aria-label="Programs"
      aria-rowcount={sheets.rows.length + 1}
      aria-colcount={sheets.units.length + 2}
      className="relative min-h-60 flex-1 overflow-auto rounded-field border border-base-300"
    >
      <div
        style={{ width: NAMES_PX + columns.getTotalSize(), height: HEAD_PX + rows.getTotalSize() }}
        className="relative"
      >
        <div role="row" className="sticky top-0 z-20 bg-base-100 font-semibold" style={{ height: HEAD_PX }}>
          <span
            role="columnheader"
            className="sticky left-0 z-10 inline-flex h-full w-24 items-center bg-base-100 px-3"
          >
            Song
          </span>
          <span
            role="columnheader"
            className="sticky left-24 z-10 inline-flex h-full w-36 items-center bg-base-100 px-2"
          >
            Scene
          </span>
          {seen.map((column) => (
            <span
              key={column.key}
              role="columnheader"
              className="absolute top-0 inline-flex h-full items-center px-2"
              style={{ left: NAMES_PX + column.start, width: COLUMN_PX }}
            >
              <span className="truncate">{sheets.units[column.index]?.label}</span>
            </span>
          ))}
        </div>
        {rows.getVirtualItems().map((line) => {
          const row = sheets.rows[line.index];
          const isNew = sheets.rows[line.index - 1]?.song !== row?.song || line.index === 0;
          return row === undefined ? null : (
            <div
              key={line.key}
              role="row"
              aria-rowindex={line.index + 2}
              className="absolute inset-x-0 border-t border-base-300"
              style={{ top: HEAD_PX + line.start, height: ROW_PX }}
            >
              <span
                role="rowheader"
                className="sticky left-0 z-10 inline-flex h-full w-24 items-center bg-base-200 px-3 align-top text-sm"
              >
                <span className="line-clamp-2">
                  <span className={isNew ? '' : 'sr-only'}>{row.song ?? 'in no song'}</span>
                </span>
              </span>
              <span
                role="rowheader"
                className="sticky left-24 z-10 inline-flex h-full w-36 items-center bg-base-200 px-2 align-top font-semibold"
              >
                <span className="line-clamp-2">{row.scene}</span>
              </span>
              {seen.map((column) => {
                const cell = row.cells[column.index];
                return cell === undefined ? null : (
                  <div
                    key={column.key}
                    role="gridcell"
                    className="absolute top-0 h-full p-1"
                    style={{ left: NAMES_PX + column.start, width: COLUMN_PX }}
                  >
                    <ProgramCell
                      cell={cell}
                      scene={row.scene}
                      place={`${line.index} ${column.index}`}
                      isHeld={at[0] === line.index && at[1] === column.index}
                      isBusy={isBusy}
                      onOpen={() => {
                        setAt([line.index, column.index]);
                        onOpen(line.index, column.index);
                      }}
                      onFill={(filled) => onFill(filled, row.scene, cell.unit)}
                      onKeyDown={(event) => go(event, line.index, column.index)}
                    />
                  </div>
                );
              })}
            </div>
          );
        })}
      </div>
    </div>
  );
}
