import { Link } from 'react-router';
import { swatch } from '../ui/colours';
import type { Rig, Sheets, SwitchUse } from '../api/types';

/** What every control does, in words, read from the rules. */
export function SwitchSheet({ sheets, book, rig }: { sheets: Sheets; book: string | null; rig: Rig }) {
  const units = [...new Set(sheets.uses.map((use) => use.unit))];
  if (units.length === 0) {
    return (
      <p>No rule takes a control of this rig yet. Learn one on the bench: play it, say what it should do.</p>
    );
  }
  return (
    <div className="flex flex-col gap-6">
      {units.map((unit) => (
        <section key={unit} aria-label={unit}>
          <h3 className="mb-2 text-lg font-semibold">
            {rig.units.find((each) => each.name === unit)?.label ?? unit}
          </h3>
          <ul className="grid gap-2 sm:grid-cols-2 xl:grid-cols-4">
            {sheets.uses
              .filter((use) => use.unit === unit)
              .map((use) => (
                <Use
                  key={`${use.control} ${use.scene ?? ''} ${use.gesture} ${use.line}`}
                  use={use}
                  book={book}
                />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Use({ use, book }: { use: SwitchUse; book: string | null }) {
  return (
    <li className="flex flex-col gap-1 rounded-field border-2 border-base-300 p-2">
      <p className="flex items-baseline gap-2">
        <b className="text-lg">{use.label}</b>
        {use.label !== use.control && <span className="text-xs">{use.control}</span>}
        {use.colour !== null && (
          <span className="ml-auto flex items-center gap-1 text-xs">
            <span
              className="size-3 rounded-full border border-base-content"
              style={{ backgroundColor: swatch(use.colour) }}
            />
            {use.colour}
          </span>
        )}
      </p>
      <p className="text-xs">
        {use.gesture}
        {use.scene === null ? '' : `, in ${use.scene}`}
      </p>
      <ol className="list-inside list-decimal">
        {use.does.map((does) => (
          <li key={does}>{does}</li>
        ))}
      </ol>
      <p className="mt-auto text-xs">
        {use.isByHand && 'and more, written by hand: '}
        {book === null ? (
          `line ${use.line}`
        ) : (
          <Link className="link" to={`/bench/${book}`}>
            see line {use.line}
          </Link>
        )}
      </p>
    </li>
  );
}
