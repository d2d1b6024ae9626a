import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client';
import type { Rig, Rulebook } from '../api/types';
import { benchOf } from '../session/benches';
import { usePart } from '../session/Told';
import { useDocument } from '../documents/queries';
import { Blank } from '../ui/Blank';
import { wayTo } from '../shows/address';
import { Opening } from './Opening';
import { Stage } from './Stage';
import { useStageNow, type StageWatch } from './useStageNow';

/** For playing, in the dark: this song and the next, what every switch does now, panic. It goes on in every browser. */
export default function StagePage() {
  const { id = '' } = useParams();
  const document = useDocument(id);
  const watch = useStageNow(id);
  const [opened, setOpened] = useState<string | null>(null);
  const book =
    document.data === undefined || !document.isFetchedAfterMount
      ? null
      : ((JSON.parse(document.data.text) as Rig).book ?? 'none');
  const rulebook = useQuery({
    queryKey: ['stage-rulebook', book],
    queryFn: () => api.readDocument(book ?? ''),
    enabled: book !== null && book !== 'none',
    staleTime: Infinity,
  });
  const problem = document.error?.message ?? rulebook.error?.message ?? watch.problem;
  if (problem !== null) {
    return <Blank title={problem} action={{ label: 'Go to the library', href: '/library' }} />;
  }
  if (book === 'none') {
    return (
      <Blank
        title="This rig has no rulebook yet, so there is nothing to play"
        action={{ label: 'Go to the rig', href: wayTo(id, 'rig') }}
      />
    );
  }
  return rulebook.data === undefined || watch.now === null ? (
    <Blank title="Opening the stage …" />
  ) : (
    <OnBench
      // A bench that this window opened becomes the show's without anything being drawn anew: a finger may be on it.
      key={watch.now.bench === opened ? null : watch.now.bench}
      id={id}
      rulebook={rulebook.data}
      watch={watch}
      bench={watch.now.bench}
      onOpened={setOpened}
      stored={document.data === undefined ? null : (JSON.parse(document.data.text) as Rig)}
    />
  );
}

/** The stage on the bench on which the show is played; on a bench of this window where there is none yet. */
function OnBench({
  id,
  rulebook,
  watch,
  bench,
  onOpened,
  stored,
}: {
  id: string;
  rulebook: Rulebook;
  watch: StageWatch;
  bench: string | null;
  /** Told the bench that this window has opened. */
  onOpened: (bench: string) => void;
  /** What will run where nothing runs yet. */
  stored: Rig | null;
}) {
  const [store] = useState(() => benchOf(rulebook, id, bench, bench !== null));
  const isOpen = usePart(store, (state) => state.isOpen);
  const running = usePart(store, (state) => state.book);
  useEffect(() => {
    const opened = isOpen ? store.benchId() : null;
    if (opened !== null && opened !== bench) {
      onOpened(opened);
      // Of two windows that open the stage at the same time, one is the first, and the other comes to its bench.
      api.keepStage(id, opened, bench).then(watch.tell, () => undefined);
    }
  }, [id, bench, store, isOpen, watch.tell, onOpened]);
  const asked = {
    enabled: isOpen && running !== null,
    staleTime: Infinity,
    retry: 3,
    placeholderData: <T,>(before: T) => before,
  };
  const show = useQuery({
    queryKey: ['running', id, running],
    queryFn: () => api.runningShow(id, running ?? ''),
    ...asked,
  });
  const uses = useQuery({
    queryKey: ['running-uses', id, running],
    queryFn: () => api.runningUses(id, running ?? ''),
    ...asked,
  });
  const problem = show.error?.message ?? uses.error?.message;
  if (problem !== undefined) {
    return <Blank title={problem} />;
  }
  return show.data === undefined ? (
    <Opening rig={bench === null ? stored : null} />
  ) : (
    <Stage
      id={id}
      rulebook={rulebook.id}
      rig={show.data as unknown as Rig}
      uses={uses.data ?? null}
      store={store}
      watch={watch}
    />
  );
}
