import { useMutation } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../api/client';
import type { Moment, RigBeside } from '../api/types';
import { Beside } from '../documents/Beside';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import type { JsonWork } from '../documents/useJson';
import { Tools } from '../ui/Tools';
import { Blank } from '../ui/Blank';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { View } from '../ui/View';
import { useShow } from '../shows/useShows';
import { KeptTapes, Playing } from './KeptTapes';
import { Marked } from './Marked';
import { Rehearsal } from './Rehearsal';
import { Uncovered } from './Uncovered';
import { usePlayedTapes } from './usePlayedTapes';

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
  const show = useShow(id);
  const tapes = usePlayedTapes(id, isSaved ? String(work.saving.version()) : null);
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
  const ofProgram = tapes.played.filter((proof) => proof.isProgram && proof.changes.length > 0);
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
  return (
    <View title="Proof" of={show?.name}>
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
      </Tools>
      <SavingNotice work={work} what="list of tapes" />
      <Notice text={accept.error?.message ?? tapes.problem} tone="error" />
      <div className="grid min-h-0 flex-1 gap-2 overflow-auto lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <Panel title="Kept tapes" aside={<Playing tapes={tapes} kept={kept.length} />}>
          <div className="min-h-0 flex-1 overflow-auto p-3">
            {kept.length === 0 && (
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
            <KeptTapes
              played={tapes.played}
              waiting={kept.slice(tapes.played.length).map(({ name }) => name)}
              onAccept={(name, why) => accept.mutate({ name, why })}
            />
            <Marked
              rig={id}
              onProof={(name, minute) => accept.mutate({ name, why: 'a marked minute, mended', minute })}
            />
            <Beside rig={id} part="report">
              {(report) => report !== null && <Rehearsal id={id} work={report} />}
            </Beside>
          </div>
        </Panel>
        <Uncovered uncovered={tapes.uncovered} />
      </div>
    </View>
  );
}
