import { Field } from '../ui/Field';
import { useEffect, useRef, useState } from 'react';
import type { Target } from '../api/types';
import { useFocus } from '../ui/useFocus';

const MOST_SHOWN = 40;

/** Everything that a control can be told to do, found by typing parts of it. */
export function TargetList({
  targets,
  problem,
  onChoose,
}: {
  /** Null while they are asked for. */
  targets: readonly Target[] | null;
  problem: string | null;
  onChoose: (target: Target) => void;
}) {
  const field = useFocus();
  const [wanted, setWanted] = useState('');
  const words = wanted.toLowerCase().split(/[\s,]+/);
  const [isDue, setDue] = useState(false); // Enter was pressed before there was anything to choose from
  const shown = (targets ?? []).filter((target) =>
    words.every((word) => target.words.toLowerCase().includes(word)),
  );
  const [first] = shown;
  const choose = useRef(onChoose);
  choose.current = onChoose;
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
        {shown.slice(0, MOST_SHOWN).map((target) => (
          <li key={target.words}>
            <button
              type="button"
              className="btn w-full justify-start rounded-none btn-ghost btn-sm"
              onClick={() => onChoose(target)}
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
            : 'Nothing is called so.'}
        </p>
      )}
    </>
  );
}
