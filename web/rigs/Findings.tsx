import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Wrench } from 'lucide-react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { RigFinding } from '../api/types';
import { Beside } from '../documents/Beside';
import { Button } from '../ui/Button';
import type { Chosen } from './RigPicture';
import { PutToRest, Resting, type RestsWork } from './Resting';
import type { RigWork } from './useRig';

const LOOKS = {
  error: { mark: '✕', tone: 'border-error' },
  warning: { mark: '!', tone: 'border-warning' },
  hint: { mark: 'i', tone: 'border-info' },
} as const;

interface Shown {
  id: string;
  work: RigWork;
  onChoose: (chosen: Chosen) => void;
}

/** What is wrong or doubtful: each with its cause, the change that mends it, or the job that hands have to do. */
export function Findings(shown: Shown) {
  return (
    <Beside rig={shown.id} part="rests">
      {/* All at once: a list that is drawn anew moves under the finger. */}
      {(rests) => (rests === null ? <p className="p-3">Computing …</p> : <Found {...shown} rests={rests} />)}
    </Beside>
  );
}

function Found({ id, work, onChoose, rests }: Shown & { rests: RestsWork }) {
  const { computed, rig } = work;
  const queries = useQueryClient();
  const fix = useMutation({
    mutationFn: (key: string) => api.fixFinding(id, key, work.saving.version()),
    onSuccess: ({ document, places }) => {
      if (document.version !== work.saving.version()) {
        work.follow(document);
      }
      return places === 0 ? undefined : queries.invalidateQueries({ queryKey: ['rig-computed', id] });
    },
  });
  if (computed === null) {
    return null;
  }
  return (
    <>
      {computed.findings.length === 0 && <p className="p-3">Nothing is wrong, as far as is known.</p>}
      {fix.error !== null && (
        <p role="alert" className="p-3">
          {fix.error.message}
        </p>
      )}
      <ul aria-label="Findings" className="flex flex-col">
        {computed.findings.map((finding, place) => (
          <li
            key={finding.key}
            className={`flex flex-col gap-1 border-b border-l-4 border-b-base-300 px-3 py-2 text-sm ${LOOKS[finding.severity].tone}`}
          >
            <p>
              <span className="font-semibold">
                {LOOKS[finding.severity].mark} {finding.severity}
              </span>
              {', '}
              <Cause finding={finding} book={rig.book} onChoose={onChoose} />
            </p>
            <p>{finding.text}</p>
            {finding.consequences.map((text) => (
              <p key={text} className="pl-3 text-sm">
                so: {text}
              </p>
            ))}
            <div className="flex flex-wrap gap-2">
              {finding.fix !== null && (
                <Button
                  icon={<Wrench size={16} />}
                  label={finding.fix.title}
                  disabled={fix.isPending || work.isComputing}
                  aria-describedby={`fix-${place}`}
                  onClick={() => fix.mutate(finding.key)}
                />
              )}
              <PutToRest finding={finding} rests={rests} />
            </div>
            {finding.fix !== null && (
              <ul id={`fix-${place}`} aria-label="What the fix changes" className="text-sm opacity-80">
                {finding.fix.preview.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
      <Resting resting={computed.resting} rests={rests} />
      {computed.cautions.length > 0 && (
        <section aria-label="Cautions" className="m-3 border-l-4 border-warning pl-3 text-sm">
          {computed.cautions.map((text) => (
            <p key={text} className="py-0.5">
              {text}
            </p>
          ))}
        </section>
      )}
    </>
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
      <Link className="link" to={`/bench/${book}`}>
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
