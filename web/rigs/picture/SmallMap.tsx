import type { Laid, Point, Size } from './measures';
import { BOX } from './measures';
import type { Seen } from './useZoom';

const [WIDTH_PX, HEIGHT_PX] = [150, 100];

/** The whole rig, small, with what is seen of it; a press goes there. */
export function SmallMap({
  laid,
  seen,
  frame,
  onGo,
}: {
  laid: Laid;
  seen: Seen;
  frame: Size;
  onGo: (to: Point) => void;
}) {
  const scale = Math.min(WIDTH_PX / laid.width, HEIGHT_PX / laid.height);
  return (
    <svg
      aria-hidden="true"
      width={laid.width * scale}
      height={laid.height * scale}
      viewBox={`0 0 ${laid.width} ${laid.height}`}
      className="absolute right-2 bottom-2 cursor-pointer rounded border border-base-content/40 bg-base-100/90"
      onPointerDown={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onGo({ x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale });
      }}
    >
      {[...laid.layout.places.values()].map((place) => (
        <rect
          key={place.name}
          x={laid.at(place).x}
          y={laid.at(place).y}
          width={BOX.width}
          height={place.name === 'post' ? laid.postHeight : BOX.height}
          className="fill-base-content/40"
        />
      ))}
      <rect
        x={seen.x}
        y={seen.y}
        width={frame.width / seen.scale}
        height={frame.height / seen.scale}
        fill="none"
        strokeWidth={3 / scale}
        className="stroke-primary"
      />
    </svg>
  );
}
