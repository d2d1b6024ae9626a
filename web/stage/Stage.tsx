import { useQuery } from '@tanstack/react-query';
import { OctagonX } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Rig } from '../api/types';
import type { BenchStore } from '../bench/session/BenchStore';
import { usePart } from '../bench/session/useBench';
import { keepMinute } from '../bench/session/keepMinute';
import { order, placeOf } from '../show/edits';
import { HoldButton } from './HoldButton';
import { PortLamps } from './PortLamps';
import { RestorePanel } from './RestorePanel';
import { Switches } from './Switches';
import { Tempo } from './Tempo';
import { useConnection } from './useConnection';

/** The stage: letters that are read from two metres, and nothing to change by accident. */
export function Stage({
  id,
  rig,
  store,
  place,
  onPlace,
}: {
  id: string;
  rig: Rig;
  store: BenchStore;
  place: number;
  onPlace: (place: number) => void;
}) {
  const scenes = usePart(store, (state) => state.scenes);
  const isOpen = usePart(store, (state) => state.isOpen);
  const trouble = usePart(store, (state) => state.trouble);
  const isThere = useConnection();
  const [isLocked, setLocked] = useState(true);
  const [kept, setKept] = useState<string | null>(null);
  const sheets = useQuery({ queryKey: ['show', id, 'stage'], queryFn: () => api.showOf(id) });
  const songs = order(rig);
  const song = songs[place];
  const next = songs[place + 1];
  const scene = scenes.titles[scenes.current];

  // Two presses can come before the first is drawn.
  const at = useRef(place);
  // What is pressed before the bench is there is sent once it is.
  const early = useRef<number | null>(null);
  at.current = place;
  const go = (to: number) => {
    const wanted = songs[to];
    if (wanted === undefined) {
      return;
    }
    at.current = to;
    onPlace(to);
    if (isOpen) {
      send(to);
    } else {
      early.current = to;
    }
  };
  const send = (to: number) => {
    const first = scenes.titles.indexOf(songs[to]?.scenes?.[0] ?? '');
    if (scenes.songs === songs.length) {
      store.goToSong(to);
    } else if (first >= 0) {
      store.go(first); // the set list has been changed since these rules were put on
    }
  };
  // A switch can begin a song as well, and a host can call its scene.
  const follow = useRef({ song: scenes.song, current: scenes.current });
  useEffect(() => {
    const before = follow.current;
    follow.current = { song: scenes.song, current: scenes.current };
    if (early.current !== null) {
      if (isOpen) {
        send(early.current);
        early.current = null;
      }
    } else if (scenes.song !== before.song && scenes.songs === songs.length) {
      onPlace(scenes.song);
    } else if (scenes.current !== before.current && scene !== undefined) {
      onPlace(placeOf(songs, place, scene));
    }
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') {
        store.panic();
      } else if (event.key === 'PageDown' || event.key === 'ArrowRight') {
        go(at.current + 1);
      } else if (event.key === 'PageUp' || event.key === 'ArrowLeft') {
        go(at.current - 1);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <main className="flex h-full flex-col gap-3 bg-base-100 p-3" aria-label="Stage">
      <header className="flex items-start gap-4">
        <div className="min-w-0 flex-1">
          <p className="truncate text-6xl leading-tight font-bold" aria-label="This song">
            {song?.title ?? (songs.length === 0 ? 'No song in the set list' : 'The end')}
          </p>
          <p className="truncate text-3xl" aria-label="Scene">
            {scene ?? 'no scenes'}
            {song?.key === undefined ? '' : ` · ${song.key}`}
          </p>
        </div>
        <Tempo store={store} song={song?.tempo} />
        <button
          type="button"
          className="btn h-20 px-8 text-3xl font-bold btn-error"
          onClick={() => store.panic()}
        >
          <OctagonX size={32} /> Panic
        </button>
      </header>
      <p
        role="alert"
        className={`rounded-field px-4 py-1 text-3xl font-semibold ${isThere && trouble === null ? 'invisible' : 'bg-error text-error-content'}`}
      >
        {isThere && trouble === null
          ? '.'
          : 'No connection: this is how it stood. What is pressed is kept, and goes out when it is back.'}
      </p>
      <Switches rig={rig} uses={sheets.data?.uses ?? []} scene={scene ?? null} />
      {(song?.jobs ?? []).length > 0 && (
        <ul aria-label="Jobs" className="list-inside list-disc text-3xl">
          {song?.jobs?.map((job) => (
            <li key={job}>{job}</li>
          ))}
        </ul>
      )}
      <p role="status" className={`truncate text-xl ${kept === null ? 'invisible' : ''}`}>
        {kept ?? '.'}
      </p>
      <footer className="mt-auto flex flex-col gap-3">
        <div className="flex items-center gap-3">
          <button
            type="button"
            className="btn h-16 px-6 text-3xl btn-neutral"
            disabled={place === 0}
            onClick={() => go(at.current - 1)}
          >
            Back
          </button>
          <button
            type="button"
            className="btn h-16 min-w-0 flex-1 justify-start px-6 text-3xl btn-primary"
            disabled={next === undefined}
            onClick={() => go(at.current + 1)}
          >
            <span className="truncate">Next: {next?.title ?? 'the end'}</span>
          </button>
          <button
            type="button"
            className="btn h-16 px-6 text-3xl btn-neutral"
            onClick={() => store.go(scenes.current)}
            title="Everything that this scene sends, once more"
          >
            Send again
          </button>
          <RestorePanel store={store} />
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <PortLamps store={store} />
          <button
            type="button"
            className="btn h-16 px-6 text-3xl btn-neutral"
            title="Keeps the last minute, to be looked at afterwards"
            onClick={() => void keepMinute(store, rig.book ?? '').then(setKept)}
          >
            That was wrong
          </button>
          {isLocked ? (
            <HoldButton label="Locked: hold to unlock" onHeld={() => setLocked(false)} />
          ) : (
            <>
              <button
                type="button"
                className="btn min-h-14 text-xl btn-neutral"
                onClick={() => setLocked(true)}
              >
                Lock
              </button>
              <Link className="btn min-h-14 text-xl btn-neutral" to={`/rigs/${id}/show`}>
                Change the show
              </Link>
              <nav aria-label="Songs" className="flex w-full flex-wrap gap-2">
                {songs.map((each, index) => (
                  <button
                    key={`${index} ${each.id}`}
                    type="button"
                    className={`btn text-xl ${index === place ? 'btn-primary' : 'btn-neutral'}`}
                    onClick={() => go(index)}
                  >
                    {index + 1} {each.title}
                  </button>
                ))}
              </nav>
            </>
          )}
        </div>
      </footer>
    </main>
  );
}
