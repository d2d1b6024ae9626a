import { POST, type Box } from './graph';
import { BOX, NAME_PX, type Point } from './measures';

/** A unit, a folded place, or the post, as a box. */
export function UnitBox({
  box,
  at,
  height,
  stands,
  isPassing,
  isChosen,
  isHeld,
  onChoose,
  onFocus,
}: {
  box: Box;
  at: Point;
  height: number;
  /** The program that it stands on, where that is known. */
  stands: string | null;
  /** Whether it passes on what it hears, in a rig without the post. */
  isPassing: boolean;
  isChosen: boolean;
  /** Whether Tab comes to it. */
  isHeld: boolean;
  onChoose: () => void;
  onFocus: () => void;
}) {
  const isPost = box.name === POST;
  const isFold = box.units !== undefined;
  const about = stands ?? (box.about === '' ? box.sort : box.about);
  const words = isFold
    ? `${box.label}, ${box.about}: opens`
    : `${box.label}, ${box.name}, ${box.sort}${box.about === '' ? '' : `, ${box.about}`}${isPassing ? ', passes on' : ''}${stands === null ? '' : `, ${stands}`}`;
  return (
    <g
      role="button"
      tabIndex={isHeld ? 0 : -1}
      aria-pressed={isFold ? undefined : isChosen}
      aria-expanded={isFold ? false : undefined}
      data-unit={isFold ? undefined : box.name}
      data-at={`box ${box.name}`}
      className="cursor-pointer outline-offset-2"
      transform={`translate(${at.x} ${at.y})`}
      onClick={onChoose}
      onFocus={onFocus}
    >
      <title>{words}</title>
      {isFold && (
        <path
          d={`M6 -4h${BOX.width - 6}q4 0 4 4v${height - 6}`}
          fill="none"
          strokeWidth={1.5}
          className="stroke-base-content/40"
        />
      )}
      <rect
        width={BOX.width}
        height={height}
        rx={6}
        strokeWidth={isChosen ? 3 : 1.5}
        className={`${isFold ? 'fill-base-300' : 'fill-base-200'} ${isChosen ? 'stroke-primary' : 'stroke-base-content/40'}`}
      />
      {isPost ? (
        <path
          d={`M30 ${height / 2 - 12}H${BOX.width / 2}L${BOX.width / 2 - 16} ${height / 2 + 12}H${BOX.width - 34}`}
          className="zz-out"
          opacity={0.35}
        />
      ) : (
        <rect x={5} y={5} width={5} height={height - 10} rx={2} fill={box.colour ?? 'transparent'} />
      )}
      {isPassing && <path d={`M${BOX.width - 26} 8h14l-9 11h14`} className="zz-out" strokeWidth={2} />}
      <text
        x={isPost ? BOX.width / 2 : 16}
        y={isPost ? 20 : 20}
        fontSize={NAME_PX}
        fontWeight={600}
        textAnchor={isPost ? 'middle' : 'start'}
        className="fill-base-content"
      >
        {`${short(box.label, isPassing ? 10 : 14)} `}
      </text>
      {!isPost && (
        <text
          x={16}
          y={37}
          fontSize={NAME_PX - 1.5}
          className={stands === null ? 'fill-base-content/80' : 'fill-primary'}
        >
          {short(about, 17)}
        </text>
      )}
    </g>
  );
}

const short = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
