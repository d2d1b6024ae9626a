import { useEffect, useMemo, useRef, useState } from 'react';
import type { Arrival, ComputedRig, Rig } from '../../api/types';
import { socketOf, type Alive } from '../../live/alive';
import type { Standing } from '../../live/useStanding';
import type { Chosen } from '../useChosen';
import { drawnLines, writtenBeside, type Drawn } from './drawn';
import { foldedGraph, foldedUntil, foldsOf } from './folds';
import { graphOf, passing, POST, type Box } from './graph';
import { standsLeft } from './layout';
import { LeadLine, LeadMark, LeadWords, PortNames, wordsOf, worst, type Judged } from './LeadLine';
import { BOX, isReadable, laidOut } from './measures';
import { PictureTools } from './PictureTools';
import { SmallMap } from './SmallMap';
import { UnitBox } from './UnitBox';
import { useFrame } from './useFrame';
import { usePictureKeys } from './usePictureKeys';
import { useZoom } from './useZoom';
import { wayEnd, WayOnPicture } from './WayOnPicture';
import type { At } from './walk';

/** So much beside what is seen is drawn as well. */
const MARGIN = 200;

/** The rig laid out by itself: senders, the post, receivers; each lead one folded line with its kind or its verdict. */
export function RigPicture({
  rig,
  computed,
  chosen,
  way,
  alive,
  standing,
  focus,
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
  /** Where the keys go when it is another. */
  focus: At | null;
  onChoose: (chosen: Chosen) => void;
}) {
  const [frame, size] = useFrame();
  const whole = useMemo(() => graphOf(rig), [rig]);
  const passes = useMemo(() => passing(rig), [rig]);
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const folds = useMemo(
    () =>
      foldsOf(whole, (box) => (box.sort === 'supply' ? 'power' : standsLeft(whole, box) ? 'left' : 'right')),
    [whole],
  );
  const isOpened = (fold: { name: string; units: readonly string[] }) =>
    opened.has(fold.name) || (chosen?.what === 'unit' && fold.units.includes(chosen.id));
  const shut = useMemo(
    () =>
      size.width === 0 || size.height === 0
        ? []
        : foldedUntil(whole, folds, (some) => isReadable(some, size)),
    [whole, folds, size],
  );
  const graph = useMemo(
    () => foldedGraph(whole, way === null ? shut.filter((fold) => !isOpened(fold)) : []),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is opened is all that counts of it
    [whole, shut, opened, chosen, way],
  );
  const laid = useMemo(() => laidOut(graph, size), [graph, size]);
  const zoom = useZoom(frame, size, laid);
  const lines = useMemo(() => drawnLines(graph.lines, laid), [graph, laid]);
  const boxes = useMemo(
    () => new Map<string, Box>([...graph.boxes.map((box) => [box.name, box] as const), [POST, THE_POST]]),
    [graph],
  );
  const [at, setAt] = useState<At>({ what: 'box', name: '' });
  const held: At = isThere(at, boxes, lines) ? at : { what: 'box', name: graph.boxes[0]?.name ?? POST };
  const wanted = useRef<At | null>(null);
  const open = (what: At) => {
    const line = lines.find((each) => what.what === 'line' && each.line.id === what.name)?.line;
    const box = boxes.get(what.what === 'box' ? what.name : (line?.from ?? ''));
    const fold = line === undefined || line.leads.length > 1 ? box?.units : undefined;
    if (line !== undefined && line.leads.length === 1) {
      onChoose({ what: 'lead', id: line.leads[0]?.id ?? line.id });
    } else if (box !== undefined && fold !== undefined) {
      setOpened(new Set([...opened, box.name]));
      wanted.current = { what: 'box', name: fold[0] ?? '' };
    } else if (box !== undefined && what.what === 'box') {
      onChoose({ what: 'unit', id: box.name });
    }
  };
  const keys = usePictureKeys({
    frame,
    held,
    laid,
    lines,
    boxes: graph.boxes,
    zoom,
    onGo: setAt,
    onOpen: open,
  });
  const { go } = keys;
  useEffect(() => {
    wanted.current = focus;
  }, [focus]);
  useEffect(() => {
    if (wanted.current !== null && isThere(wanted.current, boxes, lines)) {
      go(wanted.current);
      wanted.current = null;
    }
  }, [laid, go, boxes, lines, focus]);
  const verdicts = useMemo(
    () => new Map(computed?.wires.leads.map((lead) => [lead.id, lead])),
    [computed?.wires.leads],
  );
  const sound = useMemo(
    () => new Map(computed?.wires.sound.map((each) => [each.lead, each.route])),
    [computed?.wires.sound],
  );
  const judged = ({ line }: Drawn): Judged => ({
    verdict: worst(line.leads.map((lead) => verdicts.get(lead.id))),
    socket: line.leads.length === 1 && line.leads[0] !== undefined ? socketOf(alive, line.leads[0]) : null,
    route: line.leads.length === 1 ? (sound.get(line.leads[0]?.id ?? '') ?? '') : '',
  });
  const isChosenLine = ({ line }: Drawn) =>
    chosen?.what === 'lead' && line.leads.some((lead) => lead.id === chosen.id);
  const isFaint = (drawn: Drawn) =>
    way !== null ||
    (chosen !== null &&
      !isChosenLine(drawn) &&
      !(chosen.what === 'unit' && [drawn.line.from, drawn.line.to].includes(chosen.id)));
  const { seen } = zoom;
  const [right, bottom] = [seen.x + size.width / seen.scale, seen.y + size.height / seen.scale];
  const isSeen = (left: number, top: number, toRight: number, toBottom: number) =>
    toRight > seen.x - MARGIN && left < right + MARGIN && toBottom > seen.y - MARGIN && top < bottom + MARGIN;
  const seenLines = lines.filter(({ from, to }) =>
    isSeen(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y)),
  );
  const onWay = new Set(way?.leads);
  const ofWay = lines.filter(({ line }) => line.leads.some((lead) => onWay.has(lead.id)));
  const openedFolds = shut.filter(isOpened);

  return (
    <div className="flex h-full min-h-80 flex-col">
      <div ref={frame} className="relative min-h-0 flex-1 touch-none overflow-hidden">
        {size.width > 0 && size.height > 0 && (
          <svg
            role="group"
            aria-label="The rig"
            width={size.width}
            height={size.height}
            viewBox={`${seen.x} ${seen.y} ${size.width / seen.scale} ${size.height / seen.scale}`}
            onKeyDown={keys.onKeyDown}
            {...zoom.hand}
          >
            {seenLines.map((drawn) => (
              <LeadLine
                key={drawn.line.id}
                drawn={drawn}
                judged={judged(drawn)}
                isChosen={isChosenLine(drawn)}
                isFaint={isFaint(drawn)}
                isHeld={held.what === 'line' && held.name === drawn.line.id}
                onChoose={() => open({ what: 'line', name: drawn.line.id })}
                onFocus={() => setAt({ what: 'line', name: drawn.line.id })}
              />
            ))}
            {seenLines.map((drawn) => (
              <LeadMark
                key={drawn.line.id}
                drawn={drawn}
                judged={judged(drawn)}
                gap={laid.gap.x}
                isFaint={isFaint(drawn)}
              />
            ))}
            {writtenBeside(
              seenLines.map((drawn) => ({ drawn, words: wordsOf(drawn, judged(drawn)) })),
              laid.gap.x,
            ).map((written) => (
              <LeadWords
                key={written.drawn.line.id}
                written={written}
                gap={laid.gap.x}
                isFaint={isFaint(written.drawn)}
              />
            ))}
            {[...laid.layout.places.values()].map((place) => {
              const box = boxes.get(place.name);
              const point = laid.at(place);
              const height = place.name === POST ? laid.postHeight : BOX.height;
              return box === undefined ||
                !isSeen(point.x, point.y, point.x + BOX.width, point.y + height) ? null : (
                <UnitBox
                  key={place.name}
                  box={box}
                  at={point}
                  height={height}
                  stands={standing.get(place.name) ?? null}
                  isPassing={passes.has(place.name)}
                  isChosen={chosen?.what === 'unit' && chosen.id === place.name}
                  isHeld={held.what === 'box' && held.name === place.name}
                  onChoose={() => open({ what: 'box', name: place.name })}
                  onFocus={() => setAt({ what: 'box', name: place.name })}
                />
              );
            })}
            <PortNames lines={seenLines} />
            {way !== null && ofWay.length > 0 && (
              <WayOnPicture way={way} lines={ofWay.map(({ path }) => path)} end={wayEnd(way, ofWay, laid)} />
            )}
          </svg>
        )}
        {!zoom.isWhole && <SmallMap laid={laid} seen={seen} frame={size} onGo={zoom.center} />}
      </div>
      <PictureTools
        zoom={zoom}
        folds={openedFolds}
        onFold={(fold) => {
          setOpened(new Set([...opened].filter((name) => name !== fold.name)));
          if (chosen?.what === 'unit' && fold.units.includes(chosen.id)) {
            onChoose(null);
          }
        }}
      />
    </div>
  );
}

const THE_POST: Box = { name: POST, label: 'Zigzag Post', sort: 'post', about: '', place: '' };

const isThere = (at: At, boxes: ReadonlyMap<string, Box>, lines: readonly Drawn[]): boolean =>
  at.what === 'box' ? boxes.has(at.name) : lines.some(({ line }) => line.id === at.name);
