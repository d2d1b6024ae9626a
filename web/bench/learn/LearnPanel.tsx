import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Candidate, LearnedRule, Target } from '../../api/types';
import { Button } from '../../ui/Button';
import type { RulesSession } from '../../rules/RulesSession';
import type { BenchStore } from '../../session/BenchStore';
import { usePart } from '../../session/Told';
import { Over } from './Over';
import { sortOf, type ControlSort } from '../../rules/rank';
import { TargetList } from '../../rules/TargetList';
import { useListening } from './useListening';

/** Play it, then say what it should do: a control is recognised, its target chosen, and the rule put in where it wins. */
export function LearnPanel({
  store,
  rig,
  rules,
  onClose,
}: {
  store: BenchStore;
  rig: string | null;
  rules: RulesSession;
  onClose: () => void;
}) {
  const listening = useListening(store, rules.text, rig);
  const [rule, setRule] = useState<LearnedRule | null>(null);
  const [isIn, setIn] = useState(false);
  /** The rules without it, while it is tried. */
  const [before, setBefore] = useState<string | null>(null);
  const isAtWork = usePart(store, () => isIn && store.runs(rules.text()) === true);
  const learn = useMutation({
    mutationFn: ({ control, target }: { control: Candidate; target: Target }) =>
      api.learnRule(rules.text(), rig, control, target),
    onSuccess: setRule,
  });
  const again = () => {
    listening.choose(null);
    setRule(null);
    setIn(false);
    setBefore(null);
    learn.reset();
  };
  const { control } = listening;

  return (
    <Over
      label="Play it, say it"
      title={
        control === null
          ? '1 · Press or move one control, wait, let go'
          : rule === null
            ? `2 · ${name(control)} should …`
            : isIn
              ? '4 · Play it again'
              : '3 · This rule does it'
      }
      aside={control !== null && <Button label="Another control" onClick={again} />}
      onClose={onClose}
    >
      {listening.problem !== null && <p role="alert">{listening.problem}</p>}
      {control === null && <Heard listening={listening} />}
      {control !== null && rule === null && (
        <Targets
          text={rules.text}
          rig={rig}
          sort={sortOf(control.sorts)}
          problem={learn.error?.message ?? null}
          onChoose={(target) => learn.mutate({ control, target })}
        />
      )}
      {rule !== null && (
        <>
          <pre aria-label="The rule" className="rounded-field bg-base-300 p-2 font-mono text-sm">
            {rule.rule}
          </pre>
          {rule.told.map((told) => (
            <p key={told} className="text-sm">
              Note: {told}.
            </p>
          ))}
          {isIn && before !== null && (
            <div className="flex gap-2">
              <Button tone="primary" label="Keep it" onClick={() => setBefore(null)} />
              <Button
                label="Take it out again"
                onClick={() => {
                  rules.write(before);
                  setBefore(null);
                  setIn(false);
                }}
              />
            </div>
          )}
          {isIn ? (
            <p role="status">
              {isAtWork
                ? 'It is in the rules and at work. Play the control and watch the line; Ctrl+Z in the rules takes it back.'
                : 'It is in the rules; they are put on the bench …'}
            </p>
          ) : (
            <div ref={focusFirst} className="flex gap-2">
              <Button
                tone="primary"
                label="Put it into the rules"
                onClick={() => {
                  rules.apply(rule.edits);
                  setIn(true);
                }}
              />
              <Button
                label="Try it first"
                onClick={() => {
                  setBefore(rules.text());
                  rules.apply(rule.edits);
                  setIn(true);
                }}
              />
              <Button label="Something else" onClick={() => setRule(null)} />
            </div>
          )}
        </>
      )}
    </Over>
  );
}

function Heard({ listening }: { listening: ReturnType<typeof useListening> }) {
  const { heard } = listening;
  if (heard === null || heard.candidates.length === 0) {
    return (
      <p className="text-sm">
        Listening … {(heard?.leftOut ?? []).length > 0 && `Left out: ${heard?.leftOut.join('; ') ?? ''}.`}
      </p>
    );
  }
  return (
    <>
      <p role="status">
        {heard.candidates.length > 1
          ? 'Several controls were played; which one is meant?'
          : 'Unsure what this is; which is it?'}
      </p>
      <ul aria-label="What it can be" className="flex flex-wrap gap-2">
        {heard.candidates.flatMap((candidate) =>
          candidate.sorts.map((sort) => (
            <li key={`${candidate.port} ${candidate.selector} ${sort}`}>
              <Button
                label={`${name(candidate)}: ${sort}`}
                onClick={() => listening.choose({ ...candidate, sorts: [sort] })}
              />
            </li>
          )),
        )}
      </ul>
      {heard.leftOut.length > 0 && <p className="text-sm">Left out: {heard.leftOut.join('; ')}.</p>}
    </>
  );
}

/** What the control should do, chosen among all that the rules can do. */
function Targets({
  text,
  rig,
  sort,
  problem,
  onChoose,
}: {
  text: () => string;
  rig: string | null;
  sort: ControlSort;
  problem: string | null;
  onChoose: (target: Target) => void;
}) {
  const targets = useQuery({
    queryKey: ['learn-targets', rig, text()],
    queryFn: () => api.learnTargets(text(), rig),
  });
  return (
    <TargetList
      sort={sort}
      targets={targets.data ?? null}
      problem={problem ?? targets.error?.message ?? null}
      onChoose={onChoose}
    />
  );
}

function name(control: Candidate): string {
  return control.control === null
    ? `${control.selector} at ${control.port}`
    : `“${control.control}” of ${control.unit ?? ''}`;
}

/** What is to be done next has the focus as soon as it is there. */
const focusFirst = (buttons: HTMLElement | null) => buttons?.querySelector('button')?.focus();
