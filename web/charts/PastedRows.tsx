import { Select } from '../ui/Select';
import type { Chart, ReadTable, ReadTableColumn, ReadTableRow } from '../api/types';
import { Scroll } from '../ui/Scroll';
import { HOLDS } from './pasted';

/** Rows of a group that are drawn; more are counted. */
const MOST = 200;

const GROUPS: [ReadTableRow['group'], string, string][] = [
  ['look at it', 'Look at it', 'border-warning'],
  ['not taken', 'Not taken', 'border-error'],
  ['taken', 'Taken', 'border-success'],
];

/** A pasted table: what each column was taken for, and each row as it was read, beside what stood there. */
export function PastedRows({
  table,
  unwanted,
  onWant,
  onChoose,
}: {
  table: ReadTable;
  unwanted: Set<number>;
  onWant: (line: number, isWanted: boolean) => void;
  onChoose: (column: number, holds: ReadTableColumn['holds']) => void;
}) {
  const parameters = (table.chart as unknown as Chart).parameters ?? [];
  return (
    <Scroll label="What was understood" className="min-h-0 flex-1">
      <div className="flex flex-wrap gap-2 pb-2" role="group" aria-label="What each column holds">
        {table.columns.map((column) => (
          <Select
            label={column.heading || `column ${column.index + 1}`}
            isLabelShown
            fieldClassName="flex flex-col text-sm"
            labelClassName="max-w-36 truncate"
            key={column.index}
            className="w-36 md:w-44"
            value={column.holds}
            onChange={(picked) => onChoose(column.index, picked as ReadTableColumn['holds'])}
          >
            {HOLDS.map((holds) => (
              <option key={holds}>{holds}</option>
            ))}
          </Select>
        ))}
      </div>
      {table.notes.map((note) => (
        <p key={note} className="text-sm">
          {note}
        </p>
      ))}
      {GROUPS.map(([group, title, border]) => {
        const rows = table.rows.filter((row) => row.group === group);
        return (
          rows.length > 0 && (
            <section key={group} className="pt-2">
              <h3 className="font-semibold">
                {title} <span className="tabular-nums">({rows.length})</span>
              </h3>
              <ul aria-label={title}>
                {rows.slice(0, MOST).map((row) => (
                  <Row
                    key={row.line}
                    row={row}
                    border={border}
                    reading={row.parameter === null ? null : reading(parameters[row.parameter])}
                    isWanted={!unwanted.has(row.line)}
                    onWant={(isWanted) => onWant(row.line, isWanted)}
                  />
                ))}
              </ul>
              {rows.length > MOST && <p className="text-sm">and {rows.length - MOST} more of this kind</p>}
            </section>
          )
        );
      })}
    </Scroll>
  );
}

function Row({
  row,
  border,
  reading,
  isWanted,
  onWant,
}: {
  row: ReadTableRow;
  border: string;
  reading: string | null;
  isWanted: boolean;
  onWant: (isWanted: boolean) => void;
}) {
  return (
    <li className={`grid grid-cols-[2rem_4rem_1fr] items-start gap-x-2 border-l-4 py-1 pl-2 ${border}`}>
      <span>
        {reading !== null && (
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`Take line ${row.line}, ${row.what}`}
            checked={isWanted}
            onChange={(event) => onWant(event.target.checked)}
          />
        )}
      </span>
      <span className="pt-0.5 text-sm tabular-nums">line {row.line}</span>
      <span className="min-w-0">
        <span className="grid gap-x-3 md:grid-cols-2">
          <span className={isWanted ? '' : 'line-through'}>
            <b>{row.what || 'no name'}</b>
            {reading !== null && `: ${reading}`}
          </span>
          <span className="truncate font-mono text-sm" title={row.stood.join(' │ ')}>
            {row.stood.filter((cell) => cell !== '').join(' │ ')}
          </span>
        </span>
        {row.why.map((why) => (
          <span key={why} className="block text-sm">
            {why}
          </span>
        ))}
      </span>
    </li>
  );
}

/** A parameter in a few words. */
function reading(parameter: NonNullable<Chart['parameters']>[number] | undefined): string {
  if (parameter === undefined) {
    return '';
  }
  const { message, raw, named, shown, unit, rest } = parameter;
  const by =
    message === undefined
      ? parameter.reach === 'hand'
        ? 'by hand'
        : 'no number'
      : [
          message.kind,
          message.number,
          typeof message.channel === 'number' ? `channel ${message.channel}` : '',
        ]
          .filter((word) => word !== undefined && word !== '')
          .join(' ');
  return [
    by,
    `${raw[0]} to ${raw[1]}`,
    named === undefined ? '' : named.map((value) => value.name).join(', '),
    shown === undefined || shown.length < 2
      ? ''
      : `shown ${shown[0]?.[1]} to ${shown[1]?.[1]} ${unit ?? ''}`.trim(),
    rest === undefined ? '' : `starts at ${rest}`,
  ]
    .filter((word) => word !== '')
    .join(' · ');
}
