import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { Chart } from '../api/types';
import { GridCell } from './GridCell';
import { asText, has, isMany, rectangle, single, type Rectangle, type Selection } from './selection';
import { pasted, type Column, type Table } from './tables/table';

const ROW_PX = 33;
const ARROWS: Partial<Record<string, [row: number, column: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/**
 * A list of a chart as a table of cells: arrows and Enter go from cell to cell, Shift with arrows or the mouse chooses many, which are
 * copied, cut, emptied and filled down; what is pasted fills as many as it has. Only the rows that are seen are drawn.
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
  const [chosen, choose] = useState<Selection | null>(null);
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

  const many = isMany(chosen) ? rectangle(chosen) : null;
  const texts = ({ top, bottom, left, right }: Rectangle) =>
    rows
      .slice(top, bottom + 1)
      .map((each) => table.columns.slice(left, right + 1).map((column) => column.read(each)));
  /** Writes into all cells that are chosen, as one step. */
  const fill = (at: Rectangle, text: (row: number, column: number) => string) =>
    change((before) =>
      table.put(
        before,
        table
          .rows(before)
          .map((each, row) =>
            table.columns.reduce(
              (now, column, place) =>
                has(at, row, place) && column.isFixed !== true ? column.write(now, text(row, place)) : now,
              each,
            ),
          ),
      ),
    );
  const copy = (event: ClipboardEvent, isCut: boolean) => {
    if (many !== null) {
      event.preventDefault();
      event.clipboardData.setData('text/plain', asText(texts(many)));
      if (isCut) {
        fill(many, () => '');
      }
    }
  };

  const move = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    const input = event.currentTarget;
    if (many !== null && event.key === 'Enter' && event.ctrlKey) {
      event.preventDefault();
      const first = texts(many)[0] ?? [];
      fill(many, (_, place) => first[place - many.left] ?? '');
      return;
    }
    if (many !== null && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault();
      fill(many, () => '');
      return;
    }
    const arrow = ARROWS[event.key];
    const isAcross = arrow?.[1] !== 0;
    if (event.shiftKey && arrow !== undefined && (!isAcross || many !== null || input.value === '')) {
      event.preventDefault();
      const from = chosen ?? single(row, column);
      choose({
        ...from,
        toRow: Math.max(0, Math.min(rows.length - 1, from.toRow + arrow[0])),
        toColumn: Math.max(0, Math.min(table.columns.length - 1, from.toColumn + arrow[1])),
      });
      return;
    }
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
      choose(null);
      focus(row + by[0], column + by[1]);
    }
  };
  const paste = (event: ClipboardEvent, atRow: number, atColumn: number) => {
    const [row, column] = many === null ? [atRow, atColumn] : [many.top, many.left];
    const text = event.clipboardData.getData('text');
    if (/[\t\n]/.test(text.trim())) {
      event.preventDefault();
      change((before) => table.put(before, pasted(table, table.rows(before), row, column, text, before)));
    }
  };

  return (
    <div ref={frame} className="min-h-0 flex-1 overflow-auto">
      <table
        ref={element}
        role="grid"
        aria-multiselectable="true"
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
                  onCopy={(event) => copy(event, false)}
                  onCut={(event) => copy(event, true)}
                >
                  <td className="text-right font-mono text-xs">{row + 1}</td>
                  {table.columns.map((column, at) => (
                    <td
                      key={column.title}
                      className={`${column.isFixed === true ? 'text-sm' : 'p-0'} ${at === 0 ? 'sticky left-0 z-10 bg-base-200' : ''} ${many !== null && has(many, row, at) ? 'bg-primary/25' : ''}`}
                      aria-selected={many !== null && has(many, row, at)}
                      onPointerDown={(event) => {
                        if (event.shiftKey && chosen !== null) {
                          event.preventDefault();
                          choose({ ...chosen, toRow: row, toColumn: at });
                        } else {
                          choose(single(row, at));
                        }
                      }}
                      onPointerEnter={(event) => {
                        if (event.buttons === 1 && chosen !== null) {
                          choose({ ...chosen, toRow: row, toColumn: at });
                        }
                      }}
                    >
                      {column.isFixed === true ? (
                        column.read(each)
                      ) : (
                        <GridCell
                          text={column.read(each)}
                          label={`${column.title} of ${table.columns[0]?.read(each) || `${table.what} ${row + 1}`}`}
                          cell={`${row} ${at}`}
                          isNumber={column.isNumber}
                          width={
                            column.isWide === true ? 'wide' : at === 0 && !column.isNumber ? 'name' : 'narrow'
                          }
                          empty={column.empty ?? ''}
                          onFocus={() => {
                            if (many === null) {
                              choose(single(row, at));
                            }
                          }}
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
