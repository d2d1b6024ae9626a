import type { Rulebook } from '../api/types';
import { Button } from '../ui/Button';
import type { SaveState } from '../documents/Saver';

/** Lines of a text that another one lacks. */
function linesOnlyIn(text: string, other: string): string[] {
  const has = new Set(other.split('\n'));
  return text.split('\n').filter((line) => line.trim() !== '' && !has.has(line));
}

const MOST_SHOWN = 6;

/** What an earlier page could not save: offered, with what differs. */
export function LeftCopy({
  text,
  stored,
  onTake,
  onDrop,
}: {
  text: string;
  stored: string;
  onTake: () => void;
  onDrop: () => void;
}) {
  const others = linesOnlyIn(text, stored);
  return (
    <div role="alert" className="bg-warning px-3 py-2 text-sm text-warning-content">
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex-1">
          This browser has a copy that was never saved; {others.length} of its lines differ.
        </span>
        <Button label="Take the copy" onClick={onTake} />
        <Button label="Drop the copy" onClick={onDrop} />
      </div>
      <pre className="mt-1 font-mono text-xs">{others.slice(0, 5).join('\n')}</pre>
    </div>
  );
}

export function SaveNote({ state, onRetry }: { state: SaveState; onRetry: () => void }) {
  if (state.is === 'failed') {
    return <Button tone="danger" label="Not saved: try again" title={state.text} onClick={onRetry} />;
  }
  const text = { saved: 'saved', saving: 'saving …', conflict: 'not saved' }[state.is];
  return (
    <span className="w-16 text-right text-xs" role="status">
      {text}
    </span>
  );
}

export function Conflict({
  theirs,
  mine,
  onResolve,
}: {
  theirs: Rulebook;
  mine: string;
  onResolve: (theirs: Rulebook, keepMine: boolean) => void;
}) {
  const sides = [
    { title: 'Only in theirs', lines: linesOnlyIn(theirs.text, mine) },
    { title: 'Only in mine', lines: linesOnlyIn(mine, theirs.text) },
  ];
  return (
    <div role="alert" className="bg-warning px-3 py-2 text-sm text-warning-content">
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex-1">
          This rulebook was changed in another window. Nothing has been overwritten.
        </span>
        <Button label="Take theirs" onClick={() => onResolve(theirs, false)} />
        <Button label="Keep mine" onClick={() => onResolve(theirs, true)} />
      </div>
      <dl className="mt-1 text-xs">
        {sides.map(({ title, lines }) => (
          <div key={title}>
            <dt className="font-semibold">
              {title}: {lines.length === 0 ? 'nothing' : lines.length}
            </dt>
            {lines.slice(0, MOST_SHOWN).map((line, index) => (
              <dd key={index} className="truncate font-mono">
                {line}
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </div>
  );
}
