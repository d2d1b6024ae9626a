import type { Arrival } from '../../api/types';
import type { Drawn } from './drawn';
import { POST } from './graph';
import { BOX, type Laid, type Point } from './measures';

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

/** Where a way ends: in the middle of the lead that it does not get over, or at the unit that is moved or stops it. */
export function wayEnd(way: Arrival, drawn: readonly Drawn[], laid: Laid): Point {
  const torn = drawn.find(({ line }) => line.leads.some((lead) => lead.id === way.stopsAt));
  if (torn !== undefined) {
    return { x: (torn.from.x + torn.to.x) / 2, y: torn.to.y };
  }
  const place = laid.layout.places.get(way.stopsAt ?? way.device);
  const point = place === undefined ? { x: BOX.width, y: 0 } : laid.at(place);
  return { x: point.x + BOX.width / 2, y: point.y + BOX.height / 2 + (place?.name === POST ? 40 : 4) };
}
