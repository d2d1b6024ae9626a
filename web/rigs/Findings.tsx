import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { RigFinding } from '../api/types';
import { Beside } from '../documents/Beside';
import { Button } from '../ui/Button';
import { counted } from '../ui/counted';
import { Field } from '../ui/Field';
import { oneOf, useInAddress } from '../ui/useInAddress';
import { FindingRow, LOOKS } from './FindingRow';
import { kindWords, listed } from './groups';
import { Resting, type RestsWork } from './Resting';
import type { Chosen } from './useChosen';
import type { RigWork } from './useRig';

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

const SEVERITIES = ['error', 'warning', 'hint'] as const;
const SHOWN = ['all', ...SEVERITIES] as const;
/** So many lines need no field to find one. */
const MOST_AT_A_GLANCE = 8;

function Found({ id, work, onChoose, rests }: Shown & { rests: RestsWork }) {
  const { computed } = work;
  const queries = useQueryClient();
  const [only, setOnly] = useInAddress('only', 'all', oneOf(SHOWN));
  const [typed, setTyped] = useState('');
  const [search] = useSearchParams();
  const looked = search.get('finding');
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
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
  const row = (finding: RigFinding) => (
    <FindingRow
      key={finding.key}
      finding={finding}
      book={work.rig.book}
      rests={rests}
      isLooked={finding.key === looked}
      isBusy={fix.isPending || work.isComputing}
      onFix={() => fix.mutate(finding.key)}
      onChoose={onChoose}
    />
  );
  const groups = listed(computed.findings, only, typed);
  return (
    <>
      {computed.findings.length === 0 && <p className="p-3">Nothing wrong was found.</p>}
      {computed.findings.length > 0 && (
        <div
          className="sticky top-0 z-10 flex flex-wrap items-center gap-1 border-b border-base-300 bg-base-200 p-1"
          role="group"
          aria-label="Which findings"
        >
          {SEVERITIES.map((severity) => {
            const count = computed.findings.filter((finding) => finding.severity === severity).length;
            return (
              count > 0 && (
                <Button
                  key={severity}
                  tone={only === severity ? 'primary' : 'quiet'}
                  aria-pressed={only === severity}
                  label={`${LOOKS[severity].mark} ${counted(count, severity)}`}
                  onClick={() => setOnly(only === severity ? 'all' : severity)}
                />
              )
            );
          })}
          {computed.findings.length > MOST_AT_A_GLANCE && (
            <Field
              label="Find a finding"
              className="input-sm ml-auto w-40"
              type="search"
              placeholder="Find"
              value={typed}
              onChange={setTyped}
            />
          )}
        </div>
      )}
      {fix.error !== null && (
        <p role="alert" className="p-3">
          {fix.error.message}
        </p>
      )}
      {computed.findings.length > 0 && groups.length === 0 && <p className="p-3">None of them says that.</p>}
      <ul aria-label="Findings" className="flex flex-col">
        {groups.map((group) => {
          const isOpen =
            opened.has(group.key) || group.findings.some((finding) => finding.key === looked) || typed !== '';
          return !group.isFolded ? (
            group.findings.map(row)
          ) : (
            <li key={group.key} className={`border-l-4 ${LOOKS[group.severity].tone}`}>
              <button
                type="button"
                aria-expanded={isOpen}
                className="flex min-h-11 w-full items-center gap-2 border-b border-base-300 px-3 text-left hover:bg-base-300"
                onClick={() =>
                  setOpened(
                    new Set(
                      opened.has(group.key)
                        ? [...opened].filter((key) => key !== group.key)
                        : [...opened, group.key],
                    ),
                  )
                }
              >
                <span aria-hidden="true">{isOpen ? '▾' : '▸'}</span>
                <b className="font-mono text-lg">{group.findings.length}</b>
                <span className="flex-1">{kindWords(group.code)}</span>
                <span className="text-sm">{group.severity}</span>
              </button>
              {isOpen && <ul aria-label={kindWords(group.code)}>{group.findings.map(row)}</ul>}
            </li>
          );
        })}
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
