import { Square } from 'lucide-react';
import { useState } from 'react';
import type { PlayedTape } from '../api/types';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { BeforeAfter } from './BeforeAfter';
import type { PlayedTapes } from './usePlayedTapes';

/** How far the kept tapes have been played; it can be stopped, and what was found so far stays. */
export function Playing({ tapes, kept }: { tapes: PlayedTapes; kept: number }) {
  const { played, isPlaying } = tapes;
  if (kept === 0) {
    return null;
  }
  const differ = played.filter((tape) => tape.changes.length > 0).length;
  return (
    <>
      <span role="status" className="text-sm">
        {played.length < kept ? `${played.length} of ${kept} played` : `${kept} played`}
        {differ === 0 ? '' : `, ${differ} ${differ === 1 ? 'differs' : 'differ'}`}
      </span>
      {isPlaying && (
        <>
          <progress className="progress w-24" aria-label="Tapes played" max={kept} value={played.length} />
          <Button icon={<Square size={14} />} label="Stop" onClick={tapes.stop} />
        </>
      )}
      {!isPlaying && played.length < kept && <Button label="Play the rest" onClick={tapes.goOn} />}
    </>
  );
}

/** Each kept tape with what came of it; those that differ open to show where. */
export function KeptTapes({
  played,
  waiting,
  onAccept,
}: {
  played: readonly PlayedTape[];
  /** Names of those that have not been played yet. */
  waiting: readonly string[];
  onAccept: (name: string, why: string) => void;
}) {
  const first = played.find((proof) => proof.changes.length > 0)?.name ?? null;
  return (
    <ul aria-label="Kept tapes" className="mb-6 flex flex-col">
      {played.map((proof) => (
        <Tape key={proof.name} proof={proof} isFirst={proof.name === first} onAccept={onAccept} />
      ))}
      {waiting.map((name) => (
        <li
          key={name}
          className="flex min-h-9 items-baseline gap-3 border-t border-base-300 py-1 first:border-0"
        >
          <b className="text-lg">{name}</b> <span className="text-sm">not played yet</span>
        </li>
      ))}
    </ul>
  );
}

function Tape({
  proof,
  isFirst,
  onAccept,
}: {
  proof: PlayedTape;
  /** The first that differs is open at once. */
  isFirst: boolean;
  onAccept: (name: string, why: string) => void;
}) {
  const [isTurned, turn] = useState(false);
  const isOpen = isFirst !== isTurned;
  const places = proof.changes.length;
  return (
    <li className="flex flex-col gap-2 border-t border-base-300 py-1 first:border-0">
      <p className="flex flex-wrap items-baseline gap-3">
        <b className="text-lg">{proof.name}</b>
        <span
          role="status"
          className={
            proof.unreadable !== null ? 'text-warning' : places === 0 ? 'text-success' : 'text-error'
          }
        >
          {proof.unreadable !== null
            ? `? cannot be played: ${proof.unreadable}`
            : places === 0
              ? '✓ as it was accepted'
              : `✗ differs at ${places} ${places === 1 ? 'place' : 'places'}`}
        </span>
        {places > 0 && (
          <Button
            tone="quiet"
            label={isOpen ? 'Hide where' : 'Show where'}
            aria-expanded={isOpen}
            aria-label={`${isOpen ? 'Hide' : 'Show'} where “${proof.name}” differs`}
            onClick={() => turn(!isTurned)}
          />
        )}
        <span className="text-sm">
          accepted {proof.at ?? ''} {proof.by === null ? '' : `by ${proof.by}`}
          {proof.why === null ? '' : `: ${proof.why}`}
        </span>
      </p>
      {proof.program.map((each) => (
        <p key={each.day + each.what} className="text-sm">
          The program plays this differently since {each.day}: {each.what}.
          {proof.isProgram ? ' Rules and rig are as they were, so that is why.' : ' That may be why.'}
        </p>
      ))}
      {places > 0 && isOpen && (
        <>
          <BeforeAfter changes={proof.changes} />
          <Accept onAccept={(why) => onAccept(proof.name, why)} />
        </>
      )}
    </li>
  );
}

function Accept({ onAccept }: { onAccept: (why: string) => void }) {
  const [why, setWhy] = useState('');
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onAccept(why.trim());
      }}
    >
      <Field
        label="Why this is right now"
        className="input-sm flex-1"
        placeholder="Why this is right now"
        value={why}
        onChange={setWhy}
      />
      <button type="submit" className="btn btn-sm min-h-9 btn-primary" disabled={why.trim() === ''}>
        Accept
      </button>
    </form>
  );
}
