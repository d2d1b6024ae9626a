import type { ProofChange, WordedMessage } from '../api/types';
import { Scroll } from '../ui/Scroll';

const WIDTH = 430;
const LEFT = 122;
const RIGHT = 222;
const ROW = 40;
const MOST_OUTS = 12;
const MOST_SAME = 2;
const TEAR = 'l4 -7l5 14l5 -14l5 14l4 -7';

/** Two zigzags side by side for each place that differs: what was accepted, and what goes out now; only what differs is in full ink. */
export function BeforeAfter({ changes }: { changes: readonly ProofChange[] }) {
  return (
    <Scroll label="Before and after" className="max-h-[30rem]">
      <ol className="flex flex-col gap-2">
        {changes.map((change) => (
          <li key={change.timeUs} className="rounded-field border border-base-300">
            <p className="flex flex-wrap items-baseline gap-3 px-2 pt-1 text-sm">
              <b className="font-mono">{(change.timeUs / 1_000_000).toFixed(3)} s</b>
              {[change.song, change.scene].filter((each) => each !== null).join(', ')}
              {change.units.length > 0 && <span className="text-xs">{change.units.join(', ')}</span>}
            </p>
            <div className="grid gap-2 xl:grid-cols-2">
              <Side title="before" came={change.came} outs={change.was} others={change.now} />
              <Side title="now" came={change.came} outs={change.now} others={change.was} />
            </div>
          </li>
        ))}
      </ol>
    </Scroll>
  );
}

function Side({
  title,
  came,
  outs,
  others,
}: {
  title: string;
  came: readonly string[];
  outs: readonly WordedMessage[];
  others: readonly WordedMessage[];
}) {
  // A few of those that are the same give the place; the rest are counted.
  const rest = [...others];
  let same = 0;
  const shown = outs
    .map((message) => {
      const at = rest.findIndex((each) => each.what === message.what && each.did === message.did);
      if (at >= 0) {
        rest.splice(at, 1);
      }
      return { message, isSame: at >= 0 };
    })
    .filter((out) => !out.isSame || (same += 1) <= MOST_SAME)
    .slice(0, MOST_OUTS);
  const rows = Math.max(1, shown.length, came.length);
  const height = rows * ROW + 8;
  const start = 20;
  return (
    <figure className="min-w-0">
      <figcaption className="px-2 text-xs font-semibold">
        {title}
        {outs.length > shown.length && `, and ${outs.length - shown.length} more`}
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="block w-full"
        role="img"
        aria-label={`${title}: ${came.join(', ') || 'nothing'} gives ${outs.map(({ what }) => what).join(', ') || 'nothing'}`}
      >
        <line className="zz-rail" x1={LEFT} x2={LEFT} y1={0} y2={height} />
        <line className="zz-rail" x1={RIGHT} x2={RIGHT} y1={0} y2={height} />
        {came.map((message, index) => (
          <Message key={`${index} ${message}`} x={4} y={start + index * ROW} what={message} most={19} />
        ))}
        {came.length === 0 && <Message x={4} y={start} what="the start" most={19} />}
        {shown.map(({ message, isSame }, index) => {
          const y = start + index * ROW;
          return (
            <g key={`${index} ${message.what}`} opacity={isSame ? 0.45 : 1}>
              <path
                className="zz-line"
                d={`M${LEFT} ${start}L${LEFT + 60} ${y}L${RIGHT} ${y}`}
                strokeWidth={isSame ? 1 : 2.5}
              />
              <Message x={RIGHT + 8} y={y} {...message} most={32} isBold={!isSame} />
            </g>
          );
        })}
        {shown.length === 0 && (
          <>
            <path className="zz-line" d={`M${LEFT} ${start}L${LEFT + 60} ${start}`} />
            <path className="zz-torn" d={`M${LEFT + 60} ${start}${TEAR}`} />
            <text className="zz-reason" x={LEFT + 92} y={start + 4}>
              nothing
            </text>
          </>
        )}
      </svg>
    </figure>
  );
}

/** A message in two lines: where and what, and what it did. */
function Message({
  x,
  y,
  what,
  did = '',
  most,
  isBold = false,
}: {
  x: number;
  y: number;
  what: string;
  did?: string;
  most: number;
  isBold?: boolean;
}) {
  const cut = (line: string) => (line.length > most ? `${line.slice(0, most - 1)}…` : line);
  const second = did === '' ? what.slice(most) : did;
  return (
    <>
      <title>{did === '' ? what : `${what} (${did})`}</title>
      <text className="zz-text" x={x} y={y} fontWeight={isBold ? 600 : 400}>
        {did === '' ? what.slice(0, most) : cut(what)}
      </text>
      {second !== '' && (
        <text className="zz-soft" x={x} y={y + 15}>
          {cut(second)}
        </text>
      )}
    </>
  );
}
