import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { Moment, RigBeside } from '../api/types';
import { Beside } from '../documents/Beside';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import type { JsonWork } from '../documents/useJson';
import { Tools } from '../ui/Tools';
import { Blank } from '../ui/Blank';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { BeforeAfter } from './BeforeAfter';
import { Marked } from './Marked';
import { Rehearsal } from './Rehearsal';

/** Kept tapes: what they do now beside what was accepted, and what none of them touches. */
export default function ProofPage() {
  const { id = '' } = useParams();
  return (
    <Beside rig={id} part="proofs" key={id}>
      {(work) =>
        work === null ? <Blank title="Opening the proofs …" /> : <OpenProofs id={id} work={work} />
      }
    </Beside>
  );
}

function OpenProofs({ id, work }: { id: string; work: JsonWork<RigBeside['proofs']> }) {
  const kept = work.value.proofs ?? [];
  const isSaved = work.saving.state.is === 'saved';
  const proofs = useQuery({
    queryKey: ['proofs', id, work.saving.version()],
    queryFn: () => api.proofsOf(id),
    enabled: isSaved,
    placeholderData: (before) => before,
  });
  const accept = useMutation({
    mutationFn: ({ name, why, minute }: { name: string; why: string; minute?: Moment }) => {
      const before = kept.find((proof) => proof.name === name);
      return api.acceptProof(id, {
        name,
        why: why === '' ? null : why,
        tape: minute?.tape ?? before?.tape ?? null,
        scene: minute?.begins ?? before?.scene ?? null,
      });
    },
    onSuccess: (proof) =>
      work.change(({ proofs: before = [] }) => ({
        proofs: before.some((each) => each.name === proof.name)
          ? before.map((each) => (each.name === proof.name ? proof : each))
          : [...before, proof],
      })),
  });
  const ofProgram = (proofs.data?.proofs ?? []).filter(
    (proof) => proof.isProgram && proof.changes.length > 0,
  );
  const takeAll = useMutation({
    mutationFn: async (names: readonly string[]) => {
      const taken: Awaited<ReturnType<typeof api.acceptProof>>[] = [];
      for (const name of names) {
        const before = kept.find((proof) => proof.name === name);
        const since = ofProgram.find((proof) => proof.name === name)?.program.at(-1)?.day ?? '';
        taken.push(
          await api.acceptProof(id, {
            name,
            why: `the program plays this differently since ${since}`,
            tape: before?.tape ?? null,
            scene: before?.scene ?? null,
          }),
        );
      }
      return taken;
    },
    onSuccess: (taken) =>
      work.change(({ proofs: before = [] }) => ({
        proofs: before.map((each) => taken.find((proof) => proof.name === each.name) ?? each),
      })),
  });
  const uncovered = proofs.data?.uncovered;
  return (
    <main className="flex min-h-0 flex-1 flex-col gap-2 p-2">
      <Tools>
        <UndoButtons work={work} />
        <Button
          label="Make a tape of every control"
          disabled={accept.isPending}
          onClick={() =>
            accept.mutate({
              name: `Every control, ${new Date().toLocaleDateString('sv')}`,
              why: 'made by the bench',
            })
          }
        />
        <Link className="btn btn-sm min-h-9 btn-neutral" to={`/rigs/${id}/show`}>
          The show
        </Link>
      </Tools>
      <SavingNotice work={work} what="list of tapes" />
      <Notice text={accept.error?.message ?? proofs.error?.message ?? null} tone="error" />
      <div className="grid min-h-0 flex-1 gap-2 overflow-auto lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <Panel title={proofs.isFetching ? 'Kept tapes, being played …' : 'Kept tapes'}>
          <div className="min-h-0 flex-1 overflow-auto p-3">
            {proofs.data !== undefined && proofs.data.proofs.length === 0 && (
              <p>
                No tape is kept with this rig yet. Let one be made that plays every control once; what it does
                now is taken as right, and every later change of rules, rig or charts is held against it.
              </p>
            )}
            {ofProgram.length > 0 && (
              <div role="status" className="mb-4 alert flex-wrap alert-info">
                <span className="flex-1">
                  {ofProgram.length === 1 ? 'One kept tape differs' : `${ofProgram.length} kept tapes differ`}{' '}
                  because the program plays something differently since{' '}
                  {ofProgram[0]?.program.at(-1)?.day ?? 'an earlier day'}; the rules are as they were.
                </span>
                <Button
                  label={ofProgram.length === 1 ? 'Take it as it is now' : 'Take all of them as they are now'}
                  disabled={takeAll.isPending}
                  onClick={() => takeAll.mutate(ofProgram.map((proof) => proof.name))}
                />
              </div>
            )}
            <ul aria-label="Kept tapes" className="mb-6 flex flex-col gap-4">
              {(proofs.data?.proofs ?? []).map((proof) => (
                <li key={proof.name} className="flex flex-col gap-2">
                  <p className="flex flex-wrap items-baseline gap-3">
                    <b className="text-lg">{proof.name}</b>
                    <span
                      role="status"
                      className={
                        proof.unreadable !== null
                          ? 'text-warning'
                          : proof.changes.length === 0
                            ? 'text-success'
                            : 'text-error'
                      }
                    >
                      {proof.unreadable !== null
                        ? `? cannot be played: ${proof.unreadable}`
                        : proof.changes.length === 0
                          ? '✓ as it was accepted'
                          : `✗ differs at ${proof.changes.length} places`}
                    </span>
                    <span className="text-sm">
                      accepted {proof.at ?? ''} {proof.by === null ? '' : `by ${proof.by}`}
                      {proof.why === null ? '' : `: ${proof.why}`}
                    </span>
                  </p>
                  {proof.program.map((each) => (
                    <p key={each.day + each.what} className="text-sm">
                      The program plays this differently since {each.day}: {each.what}.
                      {proof.isProgram
                        ? ' Rules and rig are as they were, so that is why.'
                        : ' That may be why.'}
                    </p>
                  ))}
                  {proof.changes.length > 0 && (
                    <>
                      <BeforeAfter changes={proof.changes} />
                      <Accept onAccept={(why) => accept.mutate({ name: proof.name, why })} />
                    </>
                  )}
                </li>
              ))}
            </ul>
            <Marked
              rig={id}
              onProof={(name, minute) => accept.mutate({ name, why: 'a marked minute, mended', minute })}
            />
            <Beside rig={id} part="report">
              {(report) => report !== null && <Rehearsal id={id} work={report} />}
            </Beside>
          </div>
        </Panel>
        <Panel title="What no tape touches">
          <div className="min-h-0 flex-1 overflow-auto p-3">
            <List
              title="Rules"
              items={(uncovered?.rules ?? []).map((rule) => `${rule.title} (line ${rule.line})`)}
            />
            <List
              title="Ends of what rules take"
              items={(uncovered?.ends ?? []).map(
                (end) => `${end.title} (line ${end.line}): ${end.what} ${end.at}`,
              )}
            />
            <List title="Scenes" items={uncovered?.scenes ?? []} />
            <List
              title="From scene to scene in the set list"
              items={(uncovered?.orders ?? []).map((order) => `${order.from} to ${order.to}`)}
            />
            <List
              title="Controls"
              items={(uncovered?.controls ?? []).map((control) => `${control.unit} “${control.control}”`)}
            />
          </div>
        </Panel>
      </div>
    </main>
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
      <button type="submit" className="btn btn-sm btn-primary" disabled={why.trim() === ''}>
        Accept
      </button>
    </form>
  );
}

function List({ title, items }: { title: string; items: readonly string[] }) {
  return (
    <section className="mb-3">
      <h3 className="font-semibold">{title}</h3>
      {items.length === 0 ? (
        <p className="text-sm">all are touched</p>
      ) : (
        <ul className="list-disc pl-5 text-sm">
          {items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
