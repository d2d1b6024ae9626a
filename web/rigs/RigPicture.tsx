import { useMemo } from 'react';
import type { Arrival, ComputedRig, Lead, Rig } from '../api/types';
import { socketOf, type Alive } from '../live/alive';
import type { Standing } from '../live/useStanding';
import { folded, LeadLine } from './LeadLine';
import { isPower, layout, type Place } from './layout';
import { WayOnPicture, type Point } from './WayOnPicture';

const UNIT = { width: 116, height: 38 };
const GAP = { x: 62, y: 16 };
/** Between columns where there are few, so that what is said of a lead stands beside names. */
const WIDE_GAP = 150;
const EDGE = 12;

export type Chosen = { what: 'unit' | 'lead'; id: string } | null;

/** The rig laid out by itself: senders, the post, receivers; each lead one folded line with its verdict. */
export function RigPicture({
  rig,
  computed,
  chosen,
  way,
  alive,
  standing,
  onChoose,
}: {
  rig: Rig;
  computed: ComputedRig | null;
  chosen: Chosen;
  /** The way of a message that is asked for. */
  way: Arrival | null;
  /** What stands behind the ports while real devices play. */
  alive: Alive | null;
  /** On what units stand while they do. */
  standing: Standing;
  onChoose: (chosen: Chosen) => void;
}) {
  const laid = useMemo(() => layout(rig), [rig]);
  const verdicts = useMemo(
    () => new Map(computed?.wires.leads.map((lead) => [lead.id, lead])),
    [computed?.wires.leads],
  );
  const gap = laid.columns < 4 ? WIDE_GAP : GAP.x;
  const width = laid.columns * (UNIT.width + gap) - gap + 2 * EDGE;
  const height = laid.rows * (UNIT.height + GAP.y) - GAP.y + 2 * EDGE;
  const at = (place: Place) => ({
    x: EDGE + place.column * (UNIT.width + gap),
    y: EDGE + place.row * (UNIT.height + GAP.y),
  });
  const postHeight = Math.max(UNIT.height, laid.span * (UNIT.height + GAP.y) - GAP.y);
  const ends = (lead: Lead): { from: Point; to: Point } | null => {
    const [a, b] = [laid.places.get(lead.a.unit), laid.places.get(lead.b.unit)];
    return a === undefined || b === undefined
      ? null
      : { from: edge(a, b, at(a), postHeight, at(b)), to: edge(b, a, at(b), postHeight, at(a)) };
  };
  const onWay = new Set(way?.leads);
  const drawn = (rig.leads ?? []).flatMap((lead, index) => {
    const found = onWay.has(lead.id) ? ends(lead) : null;
    return found === null ? [] : [{ lead, path: folded(found.from, found.to, index % 5), ...found }];
  });

  return (
    <svg
      role="group"
      aria-label="The rig"
      viewBox={`0 0 ${width} ${height}`}
      className="mx-auto h-auto w-full"
      style={{ maxWidth: width * 1.15, minWidth: Math.min(width, 560) }}
    >
      {(rig.leads ?? []).map((lead, index) => {
        const found = ends(lead);
        return found === null ? null : (
          <LeadLine
            key={lead.id}
            lead={lead}
            verdict={verdicts.get(lead.id)}
            isPower={isPower(rig, lead)}
            from={found.from}
            to={found.to}
            fold={index % 5}
            socket={socketOf(alive, lead)}
            isChosen={chosen?.what === 'lead' && chosen.id === lead.id}
            isFaint={
              way !== null ||
              (chosen !== null &&
                !(chosen.what === 'lead' && chosen.id === lead.id) &&
                !(chosen.what === 'unit' && (chosen.id === lead.a.unit || chosen.id === lead.b.unit)))
            }
            onChoose={() => onChoose({ what: 'lead', id: lead.id })}
          />
        );
      })}
      {[...laid.places.values()].map((place) => (
        <UnitBox
          key={place.name}
          place={place}
          x={at(place).x}
          y={at(place).y}
          height={place.name === 'post' ? postHeight : UNIT.height}
          stands={standing.get(place.name) ?? null}
          colour={rig.units.find((unit) => unit.name === place.name)?.colour?.hex}
          isChosen={chosen?.what === 'unit' && chosen.id === place.name}
          onChoose={() => onChoose({ what: 'unit', id: place.name })}
        />
      ))}
      {way !== null && drawn.length > 0 && (
        <WayOnPicture
          way={way}
          lines={drawn.map((each) => each.path)}
          end={endOf(way, drawn, laid.places, at)}
        />
      )}
    </svg>
  );
}

/** Where a way ends: in the middle of the lead that it does not get over, or at the unit that is moved or stops it. */
function endOf(
  way: Arrival,
  drawn: readonly { lead: Lead; from: Point; to: Point }[],
  places: ReadonlyMap<string, Place>,
  at: (place: Place) => Point,
): Point {
  const torn = drawn.find((each) => each.lead.id === way.stopsAt);
  if (torn !== undefined) {
    return { x: (torn.from.x + torn.to.x) / 2, y: torn.to.y };
  }
  const place = places.get(way.stopsAt ?? way.device);
  const point = place === undefined ? { x: UNIT.width, y: 0 } : at(place);
  return { x: point.x + UNIT.width / 2, y: point.y + UNIT.height / 2 + (place?.name === 'post' ? 40 : 4) };
}

/** Where a lead meets a unit: at the side that looks to the other end; at the post, at the height of the other end. */
function edge(
  place: Place,
  other: Place,
  at: { x: number; y: number },
  postHeight: number,
  otherAt: { x: number; y: number },
): { x: number; y: number } {
  const looksRight = other.column > place.column;
  const x = at.x + (looksRight ? UNIT.width : other.column === place.column ? UNIT.width / 2 : 0);
  if (place.name !== 'post') {
    return { x, y: at.y + UNIT.height / 2 + (other.column === place.column ? -UNIT.height / 2 : 0) };
  }
  const middle = otherAt.y + UNIT.height / 2;
  return {
    x,
    y: Math.min(at.y + postHeight - 4, Math.max(at.y + 4, middle)),
  };
}

function UnitBox({
  place,
  x,
  y,
  height,
  colour,
  stands,
  isChosen,
  onChoose,
}: {
  place: Place;
  x: number;
  y: number;
  height: number;
  colour: string | undefined;
  /** The program that it stands on, where that is known. */
  stands: string | null;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const isPost = place.name === 'post';
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      className="cursor-pointer outline-offset-2"
      transform={`translate(${x} ${y})`}
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose();
        }
      }}
    >
      <title>{`${place.label}, ${place.name}, ${place.sort}${stands === null ? '' : `, ${stands}`}`}</title>
      <rect
        width={UNIT.width}
        height={height}
        rx={6}
        strokeWidth={isChosen ? 3 : 1.5}
        className={`fill-base-200 ${isChosen ? 'stroke-primary' : 'stroke-base-content/40'}`}
      />
      {isPost ? (
        <path
          d={`M10 ${height / 2 - 12}H${UNIT.width / 2}L${UNIT.width / 2 - 22} ${height / 2 + 12}H${UNIT.width - 10}`}
          className="zz-out"
        />
      ) : (
        <rect x={5} y={5} width={5} height={height - 10} rx={2} fill={colour ?? 'transparent'} />
      )}
      <text
        x={isPost ? UNIT.width / 2 : 16}
        y={isPost ? 18 : 17}
        fontSize={13}
        fontWeight={600}
        textAnchor={isPost ? 'middle' : 'start'}
        className="fill-base-content"
      >
        {`${short(place.label, 15)} `}
      </text>
      {!isPost && (
        <text
          x={16}
          y={31}
          fontSize={11}
          className={stands === null ? 'fill-base-content/75' : 'fill-primary'}
        >
          {short(stands ?? `${place.name}, ${place.sort}`, 18)}
        </text>
      )}
    </g>
  );
}

const short = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
