import type { LeadVerdict } from '../../api/types';
import { socketWords, type AliveSocket } from '../../live/alive';
import { beside, type Drawn, type Written } from './drawn';
import { POST } from './graph';

const MARKS: Record<string, string> = { dead: '✕ dead', 'may damage': '! damage', unknown: '? unknown' };
/** The worst is told of several leads that are drawn as one. */
const WORST = ['may damage', 'dead', 'unknown', 'works'];

export interface Judged {
  verdict: LeadVerdict | undefined;
  /** What stands behind its end at the post; null where no real device plays. */
  socket: AliveSocket | null;
  /** Where its sound goes; empty where that is not said. */
  route: string;
}

export const worst = (verdicts: readonly (LeadVerdict | undefined)[]): LeadVerdict | undefined =>
  [...verdicts].sort(
    (one, other) => WORST.indexOf(one?.verdict ?? 'works') - WORST.indexOf(other?.verdict ?? 'works'),
  )[0];

const isBroken = ({ verdict, socket }: Judged): boolean =>
  socket?.state === 'gone' || verdict?.verdict === 'dead' || verdict?.verdict === 'may damage';

/** A lead in the picture; its verdict stands beside it. */
export function LeadLine({
  drawn,
  judged,
  isChosen,
  isFaint,
  isHeld,
  onChoose,
  onFocus,
}: {
  drawn: Drawn;
  judged: Judged;
  isChosen: boolean;
  isFaint: boolean;
  /** Whether Tab comes to it. */
  isHeld: boolean;
  onChoose: () => void;
  onFocus: () => void;
}) {
  const { line, path, from, to } = drawn;
  const { verdict, socket } = judged;
  const isBad = isBroken(judged);
  const isPower = line.kind === 'power';
  const label =
    line.leads.length > 1
      ? `${line.leads.length} leads, ${line.kind}: ${verdict?.verdict ?? 'being judged'}`
      : `Lead ${line.leads[0]?.id ?? line.id}: ${verdict?.verdict ?? 'being judged'}${socketWords(socket)}`;
  const atPost = line.from === POST ? from : to;
  return (
    <g
      role="button"
      tabIndex={isHeld ? 0 : -1}
      aria-label={label}
      aria-pressed={isChosen}
      data-at={`line ${line.id}`}
      className="cursor-pointer outline-offset-2"
      opacity={isFaint || (isPower && !isChosen && !isBad) ? 0.35 : 1}
      onClick={onChoose}
      onFocus={onFocus}
    >
      <title>{`${label}${verdict === undefined ? '' : `. ${verdict.reason}`}`}</title>
      <path d={path} fill="none" stroke="transparent" strokeWidth={12} />
      <path
        d={path}
        fill="none"
        strokeLinejoin="round"
        strokeWidth={isChosen || socket?.isLit === true ? 4 : isBad || line.leads.length > 1 ? 3 : 2}
        strokeDasharray={isPower ? '2 5' : line.kind === 'sound' ? '12 4' : undefined}
        className={
          isBad
            ? 'stroke-error'
            : socket?.isLit === true
              ? 'stroke-success'
              : isChosen
                ? 'stroke-primary'
                : 'stroke-secondary'
        }
      />
      {socket?.state === 'open' && (
        <circle
          cx={atPost.x}
          cy={atPost.y}
          r={socket.isLit ? 7 : 5}
          className="fill-success stroke-base-100"
        />
      )}
    </g>
  );
}

/** What is said beside a lead: where its sound goes, or of what kind it is. Power is known by its dots. */
export const wordsOf = ({ line }: Drawn, { route, ...judged }: Judged): string =>
  markOf({ route, ...judged }) !== undefined || (line.kind === 'power' && route === '')
    ? ''
    : route !== ''
      ? route
      : `${line.leads.length > 1 ? `${line.leads.length} × ` : ''}${line.kind}`;

const markOf = ({ verdict, socket }: Judged): string | undefined =>
  socket?.state === 'gone' ? '✕ not there' : verdict === undefined ? undefined : MARKS[verdict.verdict];

/** What is wrong with a lead, in the gap beside the box that it leads to. */
export function LeadMark({
  drawn,
  judged,
  gap,
  isFaint,
}: {
  drawn: Drawn;
  judged: Judged;
  gap: number;
  isFaint: boolean;
}) {
  const mark = markOf(judged);
  if (mark === undefined) {
    return null;
  }
  const point = beside(drawn, gap);
  const isBad = isBroken(judged);
  return (
    <g
      transform={`translate(${point.x} ${point.y})`}
      opacity={isFaint ? 0.35 : 1}
      className="pointer-events-none"
    >
      <rect x={-37} y={-10} width={74} height={20} rx={4} className={isBad ? 'fill-error' : 'fill-warning'} />
      <text
        textAnchor="middle"
        y={4.5}
        fontSize={12.5}
        fontWeight={600}
        className={isBad ? 'fill-error-content' : 'fill-warning-content'}
      >
        {mark}
      </text>
    </g>
  );
}

/** Words beside a lead, above its line or below it. */
export function LeadWords({ written, gap, isFaint }: { written: Written; gap: number; isFaint: boolean }) {
  const point = beside(written.drawn, gap);
  return (
    <text
      x={point.x}
      y={point.y + (written.isBelow ? 14 : -5)}
      textAnchor="middle"
      fontSize={12.5}
      opacity={isFaint ? 0.35 : 0.85}
      className="pointer-events-none fill-base-content stroke-base-200"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {written.words}
    </text>
  );
}

/** The ports of the post beside which leads are in, each once. */
export function PortNames({ lines }: { lines: readonly Drawn[] }) {
  const names = new Map<string, { x: number; y: number; isRight: boolean; name: string }>();
  for (const { line, from, to } of lines) {
    if (line.leads.length === 1 && (line.from === POST || line.to === POST)) {
      const [point, other, port] =
        line.from === POST ? [from, to, line.plugs.from] : [to, from, line.plugs.to];
      const name = port.replace(/ (in|out)$/, '');
      const isRight = other.x > point.x;
      names.set(`${name} ${point.x} ${point.y}`, { ...point, isRight, name });
    }
  }
  return [...names].map(([key, { x, y, isRight, name }]) => (
    <text
      key={key}
      x={x + (isRight ? -6 : 6)}
      y={y + 4}
      textAnchor={isRight ? 'end' : 'start'}
      fontSize={12.5}
      className="pointer-events-none fill-base-content/85 stroke-base-200"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {name.length > 9 ? `${name.slice(0, 8)}…` : name}
    </text>
  ));
}
