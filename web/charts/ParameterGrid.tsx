import { useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { Chart, Parameter } from '../api/types';
import { COLUMNS, pasted, type Column } from './cells';

/** Parameters as a table of cells: arrows and Enter go from cell to cell, and what is pasted fills as many as it has. */
export function ParameterGrid({
  chart,
  change,
}: {
  chart: Chart;
  change: (edit: (chart: Chart) => Chart) => void;
}) {
  const table = useRef<HTMLTableElement>(null);
  const parameters = chart.parameters ?? [];
  const focus = (row: number, column: number) =>
    table.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`)?.focus();
  const write = (row: number, column: Column, text: string) =>
    change((before) => ({
      ...before,
      parameters: (before.parameters ?? []).map((each, at) => (at === row ? column.write(each, text) : each)),
    }));

  const move = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    const input = event.currentTarget;
    const atStart = input.selectionStart === 0 && input.selectionEnd === 0;
    const atEnd = input.selectionStart === input.value.length;
    const step: Partial<Record<string, [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      Enter: [event.shiftKey ? -1 : 1, 0],
      ...(atStart ? { ArrowLeft: [0, -1] } : {}),
      ...(atEnd ? { ArrowRight: [0, 1] } : {}),
    };
    const by = step[event.key];
    if (by !== undefined) {
      event.preventDefault();
      focus(row + by[0], column + by[1]);
    }
  };
  const paste = (event: ClipboardEvent, row: number, column: number) => {
    const text = event.clipboardData.getData('text');
    if (/[\t\n]/.test(text.trim())) {
      event.preventDefault();
      change((before) => ({ ...before, parameters: pasted(before.parameters ?? [], row, column, text) }));
    }
  };

  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <table ref={table} className="table table-pin-rows table-sm" aria-label="Parameters">
        <thead>
          <tr>
            {COLUMNS.map((column) => (
              <th key={column.title} className={column.isNumber ? 'text-right' : ''}>
                {column.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {parameters.map((parameter: Parameter, row) => (
            <tr key={row}>
              {COLUMNS.map((column, at) => (
                <td key={column.title} className="p-0">
                  <Cell
                    text={column.read(parameter)}
                    label={`${column.title} of ${parameter.name}`}
                    cell={`${row} ${at}`}
                    isNumber={column.isNumber}
                    onDone={(text) => write(row, column, text)}
                    onMove={(event) => move(event, row, at)}
                    onPaste={(event) => paste(event, row, at)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {parameters.length === 0 && <p className="p-4">No parameter is known yet.</p>}
    </div>
  );
}

/** A cell: what is typed counts when it is left, or with Enter; Escape takes it back. */
function Cell({
  text,
  label,
  cell,
  isNumber,
  onDone,
  onMove,
  onPaste,
}: {
  text: string;
  label: string;
  cell: string;
  isNumber: boolean;
  onDone: (text: string) => void;
  onMove: (event: KeyboardEvent<HTMLInputElement>) => void;
  onPaste: (event: ClipboardEvent) => void;
}) {
  return (
    <input
      key={text}
      data-cell={cell}
      aria-label={label}
      className={`input input-sm w-full min-w-16 rounded-none border-transparent bg-transparent ${isNumber ? 'text-right' : ''}`}
      defaultValue={text}
      onBlur={(event) => {
        if (event.target.value !== text) {
          onDone(event.target.value);
        }
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.currentTarget.value = text;
        }
        onMove(event);
      }}
      onPaste={onPaste}
    />
  );
}
