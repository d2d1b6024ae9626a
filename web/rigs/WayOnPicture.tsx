import type { Arrival } from '../api/types';

export interface Point {
  x: number;
  y: number;
}

const TEAR = 'l4 -8l5 16l5 -16l5 16l4 -8';

/** The way of a message over the leads of a rig, drawn on to the parameter at its end, or to the torn edge where it stops. */
export function WayOnPicture({ way, lines, end }: { way: Arrival; lines: readonly string[]; end: Point }) {
  const isTorn = way.stopsAt !== null;
  const words = isTorn ? way.reason : (way.parameter ?? way.target);
  const shown = words.length > 44 ? `${words.slice(0, 43)}…` : words;
  const width = shown.length * 6.2 + 16;
  return (
    <g className="pointer-events-none" aria-label={`${way.control}: ${words}`} role="img">
      {lines.map((line) => (
        <path
          key={line}
          d={line}
          fill="none"
          strokeWidth={5}
          strokeLinejoin="round"
          className="stroke-primary"
        />
      ))}
      {isTorn && (
        <path
          d={`M${end.x - 12} ${end.y}${TEAR}`}
          fill="none"
          strokeWidth={3}
          className="stroke-error"
          strokeLinejoin="round"
        />
      )}
      <g transform={`translate(${end.x} ${end.y + 24})`}>
        <rect
          x={-width / 2}
          y={-12}
          width={width}
          height={20}
          rx={4}
          className={isTorn ? 'fill-error' : 'fill-primary'}
        />
        <text
          textAnchor="middle"
          y={3}
          fontSize={12}
          fontWeight={600}
          className={isTorn ? 'fill-error-content' : 'fill-primary-content'}
        >
          {shown}
        </text>
      </g>
    </g>
  );
}
