import type { Lead, LeadVerdict } from '../api/types';
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
  isChosen: boolean;
  isFaint: boolean;
  onChoose: () => void;
}) {
  const path = folded(from, to, fold);
  const mark = verdict === undefined ? undefined : MARKS[verdict.verdict];
  const isBad = verdict?.verdict === 'dead' || verdict?.verdict === 'may damage';
  const label = `Lead ${lead.id}: ${verdict?.verdict ?? 'being judged'}`;
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
        strokeWidth={isChosen ? 4 : isBad ? 3 : 2}
        strokeDasharray={isPower ? '2 5' : undefined}
        className={isBad ? 'stroke-error' : isChosen ? 'stroke-primary' : 'stroke-secondary'}
      />
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
