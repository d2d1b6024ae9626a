import type { Rig, SwitchUse, Unit } from '../api/types';
import { swatch } from '../ui/colours';
import { chartOf } from '../rigs/edits';

/** What every foot switch does now, with label and colour word, as the surface stands. */
export function Switches({
  rig,
  uses,
  scene,
}: {
  rig: Rig;
  uses: readonly SwitchUse[];
  scene: string | null;
}) {
  const boards = rig.units.flatMap((unit) => {
    const switches = (chartOf(rig, unit)?.surface?.controls ?? []).filter(
      (control) => control.sort === 'switch',
    );
    const isPlayed = chartOf(rig, unit)?.sort !== 'host';
    return isPlayed &&
      switches.some((control) => uses.some((use) => use.unit === unit.name && use.control === control.name))
      ? [{ unit, switches }]
      : [];
  });
  if (boards.length === 0) {
    return <p className="text-3xl">No rule takes a switch of this rig.</p>;
  }
  return (
    <div aria-label="Switches" className="flex min-h-0 flex-1 flex-col gap-2 overflow-auto" role="region">
      {boards.map((board) => (
        <Board key={board.unit.name} board={board} uses={uses} scene={scene} isAlone={boards.length === 1} />
      ))}
    </div>
  );
}

function Board({
  board,
  uses,
  scene,
  isAlone,
}: {
  board: { unit: Unit; switches: { name: string }[] };
  uses: readonly SwitchUse[];
  scene: string | null;
  isAlone: boolean;
}) {
  const columns = Math.min(4, Math.max(2, board.switches.length));
  return (
    <ul
      aria-label={board.unit.label ?? board.unit.name}
      className={`grid gap-2 ${isAlone ? 'min-h-0 flex-1' : ''}`}
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
    >
      {board.switches.map((control) => {
        const now = uses.filter(
          (use) =>
            use.unit === board.unit.name &&
            use.control === control.name &&
            (use.scene === null || use.scene === scene),
        );
        const label = board.unit.labels?.[control.name];
        return (
          <li
            key={control.name}
            className="flex min-h-0 flex-col overflow-hidden rounded-box border-4 p-2"
            style={{
              borderColor: label?.colour === undefined ? 'var(--color-base-300)' : swatch(label.colour),
            }}
          >
            <p className="flex items-baseline gap-2 text-3xl leading-tight font-bold">
              <span className="truncate">{label?.text ?? control.name}</span>
              {label?.colour !== undefined && <span className="ml-auto text-xl">{label.colour}</span>}
            </p>
            {now.map((use) => (
              <p key={`${use.line} ${use.gesture}`} className="line-clamp-2 text-[1.75rem] leading-tight">
                {use.gesture === 'press' ? '' : `${use.gesture}: `}
                {use.does.join(', ') || '…'}
              </p>
            ))}
          </li>
        );
      })}
    </ul>
  );
}
