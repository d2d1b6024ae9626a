import type { Rig, SwitchUse, Unit } from '../api/types';
import { chartOf } from '../model/units';
import { swatch } from '../ui/colours';
import { usePaging } from './usePaging';

/** What every foot switch does now, with label and colour word, as the surface stands. What does not fit is on another page. */
export function Switches({
  rig,
  uses,
  scene,
}: {
  rig: Rig;
  uses: readonly SwitchUse[];
  scene: string | null;
}) {
  const { box, page, pages, turn } = usePaging();
  const boards = rig.units.flatMap((unit) => {
    const chart = chartOf(rig, unit);
    const switches = (chart?.surface?.controls ?? []).filter((control) => control.sort === 'switch');
    const isPlayed = chart?.sort !== 'host';
    return isPlayed &&
      switches.some((control) => uses.some((use) => use.unit === unit.name && use.control === control.name))
      ? [{ unit, switches }]
      : [];
  });
  if (boards.length === 0) {
    return <p className="text-3xl">No rule takes a switch of this rig.</p>;
  }
  return (
    <section aria-label="Switches" className="flex min-h-[38vh] flex-1 flex-col gap-2">
      <div
        ref={box}
        className="flex min-h-0 flex-1 snap-y snap-proximity flex-col gap-2 overflow-auto"
        role="group"
        aria-label="What each does"
        tabIndex={pages > 1 ? 0 : undefined}
      >
        {boards.map((board) => (
          <Board key={board.unit.name} board={board} uses={uses} scene={scene} />
        ))}
      </div>
      {pages > 1 && (
        <button
          type="button"
          className="btn h-auto min-h-14 self-start px-6 text-[1.75rem] leading-tight btn-neutral"
          onClick={turn}
        >
          {page < pages ? 'More switches' : 'First switches'}: page {page} of {pages}
        </button>
      )}
    </section>
  );
}

function Board({
  board,
  uses,
  scene,
}: {
  board: { unit: Unit; switches: { name: string }[] };
  uses: readonly SwitchUse[];
  scene: string | null;
}) {
  return (
    <ul
      aria-label={board.unit.label ?? board.unit.name}
      className="grid shrink-0 grow grid-cols-[repeat(auto-fill,minmax(min(100%,17.5rem),1fr))] gap-2"
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
            className="flex snap-start flex-col rounded-box border-4 p-2"
            style={{
              borderColor: label?.colour === undefined ? 'var(--color-base-300)' : swatch(label.colour),
            }}
          >
            <p className="flex flex-wrap items-baseline gap-x-2 text-3xl leading-tight font-bold">
              <span className="[overflow-wrap:anywhere]">{label?.text ?? control.name}</span>
              {label?.colour !== undefined && (
                <span className="ml-auto text-[1.75rem] font-normal">{label.colour}</span>
              )}
            </p>
            {now.map((use) => (
              <p
                key={`${use.line} ${use.gesture}`}
                className="text-[1.75rem] leading-tight [overflow-wrap:anywhere]"
              >
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
