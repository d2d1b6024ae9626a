import { Field } from '../ui/Field';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Target } from '../api/types';
import { useFocus } from '../ui/useFocus';
import { groupOf, ranked, recentTargets, rememberTarget, type ControlSort } from './rank';

const MOST_SHOWN = 40;

/** Everything that a control can be told to do, found by typing parts of it. */
export function TargetList({
  targets,
  sort = 'switch',
  problem,
  onChoose,
}: {
  /** Null while they are asked for. */
  targets: readonly Target[] | null;
  /** What was played: what fits it stands first. */
  sort?: ControlSort;
  problem: string | null;
  onChoose: (target: Target) => void;
}) {
  const field = useFocus();
  const [wanted, setWanted] = useState('');
  const [isDue, setDue] = useState(false); // Enter was pressed before there was anything to choose from
  const [recent] = useState(recentTargets);
  const shown = useMemo(() => ranked(targets ?? [], sort, recent, wanted), [targets, sort, recent, wanted]);
  const [first] = shown;
  const take = (target: Target) => {
    rememberTarget(target.words);
    onChoose(target);
  };
  const choose = useRef(take);
  choose.current = take;
  useEffect(() => {
    if (isDue && targets !== null) {
      setDue(false);
      if (first !== undefined) {
        choose.current(first);
      }
    }
  }, [isDue, targets, first]);
  return (
    <>
      <Field
        label="What it should do"
        className="w-full shrink-0"
        ref={field}
        type="search"
        placeholder="Type a part of it: brine, Storm"
        value={wanted}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            setDue(true);
          }
        }}
        onChange={(typed) => {
          setWanted(typed);
          setDue(false);
        }}
      />
      {problem !== null && <p role="alert">{problem}</p>}
      <ul aria-label="Targets" className="min-h-24 divide-y divide-base-300 overflow-auto">
        {shown.slice(0, MOST_SHOWN).map((target, place) => (
          <li key={target.words}>
            {groupOf(target, recent) !== groupOf(shown[place - 1], recent) && (
              <p className="px-3 pt-2 text-xs font-semibold">{groupOf(target, recent)}</p>
            )}
            <button
              type="button"
              className="btn w-full justify-start rounded-none btn-ghost btn-sm"
              onClick={() => take(target)}
            >
              {target.words}
            </button>
          </li>
        ))}
      </ul>
      {targets !== null && shown.length === 0 && (
        <p>
          {targets.length === 0
            ? 'These rules have no rig whose units could be named, no scenes and no clocks yet.'
            : 'Nothing has that name.'}
        </p>
      )}
    </>
  );
}
