import { Wrench } from 'lucide-react';
import { useEffect, useId, useRef } from 'react';
import { Link } from 'react-router';
import type { RigFinding } from '../api/types';
import { Button } from '../ui/Button';
import { PutToRest, type RestsWork } from './Resting';
import { toDo } from './toDo';
import type { Chosen } from './useChosen';

export const LOOKS = {
  error: { mark: '✕', tone: 'border-error' },
  warning: { mark: '!', tone: 'border-warning' },
  hint: { mark: 'i', tone: 'border-info' },
} as const;

/** One finding, with the change that mends it, or what hands have to do. */
export function FindingRow({
  finding,
  book,
  rests,
  isLooked,
  isBusy,
  onFix,
  onChoose,
}: {
  finding: RigFinding;
  book: string | undefined;
  rests: RestsWork;
  /** Whether somebody has come for it. */
  isLooked: boolean;
  isBusy: boolean;
  onFix: () => void;
  onChoose: (chosen: Chosen) => void;
}) {
  const named = useId();
  const job = toDo(finding);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isLooked) {
      row.current?.scrollIntoView({ block: 'center' });
      row.current?.focus();
    }
  }, [isLooked]);
  return (
    <li
      ref={row}
      tabIndex={isLooked ? -1 : undefined}
      className={`flex flex-col gap-1 border-b border-l-4 border-b-base-300 px-3 py-2 text-sm ${LOOKS[finding.severity].tone} ${isLooked ? 'bg-base-300' : ''}`}
    >
      <p>
        <span className="font-semibold">
          {LOOKS[finding.severity].mark} {finding.severity}
        </span>
        {', '}
        <Cause finding={finding} book={book} onChoose={onChoose} />
      </p>
      <p>{finding.text}</p>
      {finding.consequences.map((text) => (
        <p key={text} className="pl-3 text-sm">
          so: {text}
        </p>
      ))}
      {job !== null && (
        <p>
          <b>To do:</b> {job}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {finding.fix !== null && (
          <Button
            icon={<Wrench size={16} />}
            label={finding.fix.title}
            disabled={isBusy}
            aria-describedby={named}
            onClick={onFix}
          />
        )}
        <PutToRest finding={finding} rests={rests} />
      </div>
      {finding.fix !== null && (
        <ul id={named} aria-label="What the fix changes" className="text-sm opacity-80">
          {finding.fix.preview.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** Where the cause is, as a way there. */
function Cause({
  finding,
  book,
  onChoose,
}: {
  finding: RigFinding;
  book: string | undefined;
  onChoose: (chosen: Chosen) => void;
}) {
  const { lead, unit } = finding;
  if (finding.line !== null && book !== undefined) {
    return (
      <Link className="link" to={`/bench/${book}?line=${finding.line}`}>
        rulebook, line {finding.line}
      </Link>
    );
  }
  if (lead === null && unit === null) {
    return <>{finding.cause}</>;
  }
  return (
    <button
      type="button"
      className="link"
      onClick={() => onChoose(lead !== null ? { what: 'lead', id: lead } : { what: 'unit', id: unit ?? '' })}
    >
      {finding.cause}
    </button>
  );
}
