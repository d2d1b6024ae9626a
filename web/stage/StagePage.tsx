import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client';
import type { Rig, Rulebook } from '../api/types';
import { benchOf } from '../bench/session/benches';
import { useDocument } from '../documents/queries';
import { Blank } from '../ui/Blank';
import { Stage } from './Stage';

/** For playing, in the dark: this song and the next, what every switch does now, panic. It goes on in every browser. */
export default function StagePage() {
  const { id = '' } = useParams();
  const document = useDocument(id);
  const rig =
    document.data === undefined || !document.isFetchedAfterMount
      ? null
      : (JSON.parse(document.data.text) as Rig);
  const rulebook = useQuery({
    queryKey: ['stage-rulebook', rig?.book],
    queryFn: () => api.readDocument(rig?.book ?? ''),
    enabled: rig?.book !== undefined,
    staleTime: Infinity,
  });
  const stage = useQuery({
    queryKey: ['stage', id],
    queryFn: () => api.stageOf(id),
    staleTime: Infinity,
    gcTime: 0,
  });
  const error = document.error ?? rulebook.error ?? stage.error;
  if (error !== null) {
    return <Blank title={error.message} action={{ label: 'Go to the library', href: '/library' }} />;
  }
  if (rig !== null && rig.book === undefined) {
    return (
      <Blank
        title="This rig has no rulebook yet, so there is nothing to play"
        action={{ label: 'Go to the rig', href: `/rigs/${id}` }}
      />
    );
  }
  return rig === null || rulebook.data === undefined || stage.data === undefined ? (
    <Blank title="Opening the stage …" />
  ) : (
    <Open id={id} rig={rig} rulebook={rulebook.data} bench={stage.data.bench} first={stage.data.song} />
  );
}

function Open({
  id,
  rig,
  rulebook,
  bench,
  first,
}: {
  id: string;
  rig: Rig;
  rulebook: Rulebook;
  bench: string | null;
  first: number;
}) {
  const [store] = useState(() => benchOf(rulebook, id, bench));
  const [song, setSong] = useState(first);
  useEffect(() => {
    let isTold = false;
    return store.subscribe(() => {
      const opened = store.benchId();
      if (!isTold && opened !== null && opened !== bench) {
        isTold = true;
        void api.keepStage(id, { bench: opened, song: first }).catch(() => (isTold = false));
      }
    });
  }, [store, bench, id, first]);
  return (
    <Stage
      id={id}
      rig={rig}
      store={store}
      place={song}
      onPlace={(place) => {
        setSong(place);
        void api.keepStage(id, { bench: store.benchId(), song: place }).catch(() => undefined);
      }}
    />
  );
}
