import { OctagonX } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Rig, SwitchUse } from '../api/types';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { keepMinute } from '../session/keepMinute';
import { order } from '../model/show';
import { HoldButton } from '../ui/HoldButton';
import { View } from '../ui/View';
import { wayTo } from '../shows/address';
import { PortLamps } from './PortLamps';
import { RestorePanel } from './RestorePanel';
import { StageNotice } from './StageNotice';
import { Switches } from './Switches';
import { Tempo } from './Tempo';
import { useSongs } from './useSongs';
import type { StageWatch } from './useStageNow';

const BUTTON = 'btn h-auto min-h-16 px-6 py-2 text-[1.75rem] leading-tight';

/** The stage: letters that are read from two metres, and nothing to change by accident. What it shows is what runs. */
export function Stage({
  id,
  rulebook,
  rig,
  uses,
  store,
  watch,
}: {
  id: string;
  rulebook: string;
  /** As the rules that run were made with it. */
  rig: Rig;
  /** What every control does; null until that is known. */
  uses: readonly SwitchUse[] | null;
  store: BenchStore;
  watch: StageWatch;
}) {
  const scenes = usePart(store, (state) => state.scenes);
  const [kept, setKept] = useState<string | null>(null);
  const songs = order(rig);
  const place = scenes.song;
  const { go, by } = useSongs(store, songs, place);
  const song = songs[place];
  const next = songs[place + 1];
  const scene = scenes.titles[scenes.current];
  const lock = watch.now?.lock ?? null;
  const locked = (work: Promise<NonNullable<StageWatch['now']>>) =>
    work.then(watch.tell, (error: unknown) =>
      setKept(error instanceof Error ? error.message : 'It is not known what came of it.'),
    );

  return (
    <View title="Stage" of={rig.name} className="flex h-full flex-col gap-2 overflow-auto bg-base-100 p-3">
      <header className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <div className="min-w-60 flex-1">
          <p
            className="text-5xl leading-tight font-bold [overflow-wrap:anywhere] sm:text-6xl"
            aria-label="This song"
          >
            {song?.title ?? (songs.length === 0 ? 'No song in the set list' : 'The end')}
          </p>
          <p className="text-3xl [overflow-wrap:anywhere]" aria-label="Scene">
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
      <StageNotice store={store} watch={watch} rig={id} rulebook={rulebook} />
      {uses === null ? (
        <p className="min-h-[38vh] flex-1 text-3xl">Reading what each switch does …</p>
      ) : (
        <Switches rig={rig} uses={uses} scene={scene ?? null} />
      )}
      {(song?.jobs ?? []).length > 0 && (
        <ul aria-label="Jobs" className="list-inside list-disc text-3xl">
          {song?.jobs?.map((job) => (
            <li key={job}>{job}</li>
          ))}
        </ul>
      )}
      <p role="status" className={`text-[1.75rem] leading-tight ${kept === null ? 'sr-only' : ''}`}>
        {kept ?? ''}
      </p>
      <footer className="mt-auto flex flex-col gap-2">
        <div className="flex flex-wrap items-stretch gap-3">
          <button
            type="button"
            className={`${BUTTON} btn-neutral`}
            disabled={place === 0}
            onClick={() => by(-1)}
          >
            Back
          </button>
          <button
            type="button"
            className={`${BUTTON} min-w-60 flex-1 justify-start text-left btn-primary`}
            disabled={next === undefined}
            onClick={() => by(1)}
          >
            <span className="[overflow-wrap:anywhere]">Next: {next?.title ?? 'the end'}</span>
          </button>
          <button
            type="button"
            className={`${BUTTON} btn-neutral`}
            onClick={() => store.go(scenes.current)}
            title="Sends everything of this scene again"
          >
            Send again
          </button>
          <RestorePanel store={store} />
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <PortLamps store={store} />
          <button
            type="button"
            className={`${BUTTON} btn-neutral`}
            title="Keeps the last minute, to be looked at afterwards"
            onClick={() => void keepMinute(store, rig.book ?? rulebook).then(setKept)}
          >
            That was wrong
          </button>
          {lock !== null ? (
            <HoldButton
              label={`Locked${lock.by === '' ? '' : ` by ${lock.by}`}: hold to unlock`}
              onHeld={() => void locked(api.unlockShow(id))}
            />
          ) : (
            <>
              <button
                type="button"
                className={`${BUTTON} btn-neutral`}
                title="Locks rules, set list, units and leads in every window, until it is unlocked"
                onClick={() => void locked(api.lockShow(id))}
              >
                Lock
              </button>
              <Link className={`${BUTTON} btn-neutral`} to={wayTo(id, 'show')}>
                Change the show
              </Link>
              <nav aria-label="Songs" className="flex max-h-32 w-full flex-wrap gap-2 overflow-y-auto">
                {songs.map((each, index) => (
                  <button
                    key={`${index} ${each.id}`}
                    type="button"
                    className={`btn h-auto min-h-14 text-2xl ${index === place ? 'btn-primary' : 'btn-neutral'}`}
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
    </View>
  );
}
