import type { Plays } from '../api/types';
import { author } from '../api/author';
import { next, said, type Kind, type Means } from '../model/intents';
import { Select } from '../ui/Select';
import type { Chosen } from './useChosen';
import type { RigWork } from './useRig';

const WORDS: Record<Means | 'open', string> = { plays: 'plays', 'keeps out': 'keeps out', open: 'open' };

/** Who plays whom with what, past the post: senders down, hearers across. A cell is flipped by one press. */
export function Players({ work, onChoose }: { work: RigWork; onChoose: (chosen: Chosen) => void }) {
  const cells = work.computed?.plays ?? [];
  if (cells.length === 0) {
    return (
      <p className="p-3">
        No unit reaches another without the post. Lay a lead from one to the other, and it stands here who
        plays whom.
      </p>
    );
  }
  const senders = [...new Set(cells.map((cell) => cell.from))];
  const hearers = [...new Set(cells.map((cell) => cell.to))];
  const say = (some: readonly Plays[], means: Means | null) =>
    work.change((rig) => some.reduce((before, cell) => told(before, cell, means), rig));
  const open = cells.filter((cell) => cell.means === null).length;
  return (
    <div className="flex flex-col gap-2 p-3">
      <p>
        Press what is meant: <strong>plays</strong>, <strong>keeps out</strong>, or open, which binds nothing.
        Dashed is what nobody has said yet.
        {open > 0 && ` ${open} ${open === 1 ? 'is' : 'are'} open.`}
      </p>
      <div className="overflow-x-auto">
        <table className="table w-auto table-sm" aria-label="Who plays whom">
          <thead>
            <tr>
              <td />
              {hearers.map((to) => (
                <th key={to} scope="col" className="align-bottom">
                  <Unit name={to} onChoose={onChoose} />
                  <All
                    label={`All that reaches ${to}`}
                    onSay={(means) =>
                      say(
                        cells.filter((cell) => cell.to === to),
                        means,
                      )
                    }
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {senders.map((from) => (
              <tr key={from}>
                <th scope="row" className="align-top">
                  <Unit name={from} onChoose={onChoose} />
                  <All
                    label={`All that ${from} sends`}
                    onSay={(means) =>
                      say(
                        cells.filter((cell) => cell.from === from),
                        means,
                      )
                    }
                  />
                </th>
                {hearers.map((to) => (
                  <td key={to} className="min-w-30 align-top">
                    <Pair
                      cells={cells.filter((cell) => cell.from === from && cell.to === to)}
                      onPress={(cell) => say([cell], next(cell))}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

const told = (rig: RigWork['rig'], cell: Plays, means: Means | null) =>
  said(rig, { from: cell.from, to: cell.to }, [cell.of satisfies Kind], means, new Date(), author());

function Unit({ name, onChoose }: { name: string; onChoose: (chosen: Chosen) => void }) {
  return (
    <button type="button" className="link font-semibold" onClick={() => onChoose({ what: 'unit', id: name })}>
      {name}
    </button>
  );
}

/** One answer for a whole row or column. */
function All({ label, onSay }: { label: string; onSay: (means: Means | null) => void }) {
  return (
    <Select
      label={label}
      className="mt-1 block w-24 font-normal"
      value=""
      onChange={(picked) => {
        if (picked === 'plays' || picked === 'keeps out') {
          onSay(picked);
        } else if (picked === 'open') {
          onSay(null);
        }
      }}
    >
      <option value="">all of it …</option>
      <option value="plays">plays</option>
      <option value="keeps out">keeps out</option>
      <option value="open">take back</option>
    </Select>
  );
}

/** Whether it is as it is meant; what is open is, and what nobody knows. */
const isRight = (cell: Plays) =>
  cell.means === null || cell.arrives === null || (cell.means === 'plays') === cell.arrives;

/** What is in the way between two units, each thing once. */
function Pair({ cells, onPress }: { cells: readonly Plays[]; onPress: (cell: Plays) => void }) {
  const wrong = cells.filter((cell) => !isRight(cell));
  const why = new Set(
    wrong.map((cell) => (cell.means === 'plays' ? (cell.shut ?? 'it does not arrive') : 'it arrives')),
  );
  return (
    <>
      {cells.map((cell) => (
        <CellButton key={cell.of} cell={cell} onPress={() => onPress(cell)} />
      ))}
      {[...why].map((text) => (
        <p key={text} className="text-sm text-error">
          {text}
        </p>
      ))}
      {cells.some((cell) => cell.arrives === null) && (
        <p className="text-sm">nobody knows whether all of it arrives</p>
      )}
    </>
  );
}

function CellButton({ cell, onPress }: { cell: Plays; onPress: () => void }) {
  const means = cell.means ?? 'open';
  const arrives =
    cell.arrives === null ? 'nobody knows whether it arrives' : cell.arrives ? 'arrives' : 'does not arrive';
  const who = cell.proposed ? ', proposed' : cell.by === null ? '' : `, said by ${cell.by}`;
  const colour = !isRight(cell) ? 'btn-outline btn-error' : means === 'open' ? 'btn-ghost' : 'btn-neutral';
  return (
    <button
      type="button"
      aria-label={`${cell.from} to ${cell.to}: ${cell.of} ${WORDS[means]}, ${arrives}${who}`}
      title={`${arrives}${who}`}
      className={`btn mb-1 w-full flex-nowrap justify-between gap-2 px-2 btn-sm ${colour} ${
        cell.means === null || cell.proposed ? 'border-dashed border-current' : ''
      }`}
      onClick={onPress}
    >
      <span>{cell.of}</span> <strong className="whitespace-nowrap">{WORDS[means]}</strong>
    </button>
  );
}
