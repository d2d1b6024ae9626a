import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { Chart } from '../api/types';
import { pasted, type Column, type Table } from './tables/table';

const ROW_PX = 33;

/**
 * A list of a chart as a table of cells: arrows and Enter go from cell to cell, and what is pasted fills as many as it has. Only the rows
 * that are seen are drawn.
 */
export function Grid<T>({
  table,
  chart,
  change,
}: {
  table: Table<T>;
  chart: Chart;
  change: (edit: (chart: Chart) => Chart) => void;
}) {
  const element = useRef<HTMLTableElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [inHand, setInHand] = useState<number | null>(null);
  const rows = table.rows(chart);
  const drawn = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 20,
    // What is being typed in a row stays, wherever the table is scrolled to.
    rangeExtractor: (range) =>
      [...new Set([...defaultRangeExtractor(range), ...(inHand === null ? [] : [inHand])])].sort(
        (a, b) => a - b,
      ),
  });
  const seen = drawn.getVirtualItems();
  const cell = (row: number, column: number) =>
    element.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`);
  const focus = (row: number, column: number) => {
    if (row >= 0 && row < rows.length) {
      drawn.scrollToIndex(row);
      requestAnimationFrame(() => cell(row, column)?.focus());
    }
  };
  const write = (row: number, column: Column<T>, text: string) =>
    change((before) =>
      table.put(
        before,
        table.rows(before).map((each, at) => (at === row ? column.write(each, text) : each)),
      ),
    );

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
      change((before) => table.put(before, pasted(table, table.rows(before), row, column, text)));
    }
  };

  return (
    <div ref={frame} className="min-h-0 flex-1 overflow-auto">
      <table
        ref={element}
        className="table table-pin-rows table-sm"
        aria-label={table.title}
        aria-rowcount={rows.length + 1}
      >
        <thead>
          <tr>
            <th className="w-8 text-right">#</th>
            {table.columns.map((column, at) => (
              <th
                key={column.title}
                className={`${column.isNumber ? 'text-right' : ''} ${at === 0 ? 'sticky left-0 z-20 bg-base-100' : ''}`}
              >
                {column.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seen.map(({ index: row, start }, place) => {
            const each = rows[row];
            return each === undefined ? null : (
              <Fragment key={row}>
                <Gap px={start - (seen[place - 1]?.end ?? 0)} />
                <tr
                  ref={drawn.measureElement}
                  data-index={row}
                  aria-rowindex={row + 2}
                  onFocus={() => setInHand(row)}
                  onBlur={() => setInHand(null)}
                >
                  <td className="text-right font-mono text-xs">{row + 1}</td>
                  {table.columns.map((column, at) => (
                    <td
                      key={column.title}
                      className={`${column.isFixed === true ? 'text-sm' : 'p-0'} ${at === 0 ? 'sticky left-0 z-10 bg-base-200' : ''}`}
                    >
                      {column.isFixed === true ? (
                        column.read(each)
                      ) : (
                        <Cell
                          text={column.read(each)}
                          label={`${column.title} of ${table.columns[0]?.read(each) || `${table.what} ${row + 1}`}`}
                          cell={`${row} ${at}`}
                          isNumber={column.isNumber}
                          width={
                            column.isWide === true ? 'wide' : at === 0 && !column.isNumber ? 'name' : 'narrow'
                          }
                          empty={column.empty ?? ''}
                          onDone={(text) => write(row, column, text)}
                          onMove={(event) => move(event, row, at)}
                          onPaste={(event) => paste(event, row, at)}
                        />
                      )}
                    </td>
                  ))}
                </tr>
              </Fragment>
            );
          })}
          <Gap px={drawn.getTotalSize() - (seen.at(-1)?.end ?? 0)} />
        </tbody>
      </table>
      {rows.length === 0 && <p className="p-4">No {table.what} is known yet.</p>}
    </div>
  );
}

/** Room of rows that are not drawn. */
function Gap({ px }: { px: number }) {
  return px > 0 && <tr aria-hidden="true" style={{ height: px }} />;
}

const WIDTHS = { wide: 'min-w-72', name: 'min-w-40', narrow: 'min-w-16' };

/** A cell: what is typed counts when it is left, or with Enter; Escape takes it back. */
function Cell({
  text,
  label,
  cell,
  isNumber,
  width,
  empty,
  onDone,
  onMove,
  onPaste,
}: {
  text: string;
  label: string;
  cell: string;
  isNumber: boolean;
  width: keyof typeof WIDTHS;
  /** What it says when nothing stands there. */
  empty: string;
  onDone: (text: string) => void;
  onMove: (event: KeyboardEvent<HTMLInputElement>) => void;
  onPaste: (event: ClipboardEvent) => void;
}) {
  return (
    <input
      key={text}
      data-cell={cell}
      aria-label={label}
      className={`input input-sm w-full ${WIDTHS[width]} rounded-none border-transparent bg-transparent ${isNumber ? 'text-right' : ''}`}
      placeholder={empty}
      defaultValue={text}
      onBlur={(event) => {
        if (event.target.value !== text) {
          onDone(event.target.value);
        }
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && event.currentTarget.value !== text) {
          event.preventDefault();
          event.currentTarget.value = text;
        }
        onMove(event);
      }}
      onPaste={onPaste}
    />
  );
}
