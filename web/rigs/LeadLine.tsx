import type { Lead, LeadVerdict } from '../api/types';
import { socketWords, type AliveSocket } from '../live/alive';
import type { Point } from './WayOnPicture';

/** A lead is one folded line. */
export function folded(from: Point, to: Point, fold: number): string {
  const bend = from.x + (to.x - from.x) * (0.3 + fold * 0.1);
  return `M${from.x} ${from.y}H${bend}L${bend + (to.x > from.x ? 10 : -10)} ${to.y}H${to.x}`;
}

const MARKS: Record<string, string> = { dead: '✕ dead', 'may damage': '! damage', unknown: '? unknown' };

/** A lead in the picture, with its verdict as a mark and a word. */
export function LeadLine({
  lead,
  verdict,
  isPower,
  from,
  to,
  fold,
  socket,
  isChosen,
  isFaint,
  onChoose,
}: {
  lead: Lead;
  verdict: LeadVerdict | undefined;
  isPower: boolean;
  from: Point;
  to: Point;
  fold: number;
  /** What stands behind its end at the post; null where no real device plays. */
  socket: AliveSocket | null;
  isChosen: boolean;
  isFaint: boolean;
  onChoose: () => void;
}) {
  const path = folded(from, to, fold);
  const isGone = socket?.state === 'gone';
  const mark = isGone ? '✕ not there' : verdict === undefined ? undefined : MARKS[verdict.verdict];
  const isBad = isGone || verdict?.verdict === 'dead' || verdict?.verdict === 'may damage';
  const label = `Lead ${lead.id}: ${verdict?.verdict ?? 'being judged'}${socketWords(socket)}`;
  const atPost = lead.a.unit === 'post' ? from : to;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={isChosen}
      className="cursor-pointer outline-offset-2"
      opacity={isFaint || (isPower && !isChosen && !isBad) ? 0.35 : 1}
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose();
        }
      }}
    >
      <title>{`${label}${verdict === undefined ? '' : `. ${verdict.reason}`}`}</title>
      <path d={path} fill="none" stroke="transparent" strokeWidth={12} />
      <path
        d={path}
        fill="none"
        strokeLinejoin="round"
        strokeWidth={isChosen || socket?.isLit === true ? 4 : isBad ? 3 : 2}
        strokeDasharray={isPower ? '2 5' : undefined}
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
      {mark !== undefined && (
        <g transform={`translate(${(from.x + to.x) / 2} ${to.y})`}>
          <rect
            x={-44}
            y={-9}
            width={88}
            height={18}
            rx={4}
            className={isBad ? 'fill-error' : 'fill-warning'}
          />
          <text
            textAnchor="middle"
            y={4}
            fontSize={11.5}
            fontWeight={600}
            className={isBad ? 'fill-error-content' : 'fill-warning-content'}
          >
            {mark}
          </text>
        </g>
      )}
    </g>
  );
}
