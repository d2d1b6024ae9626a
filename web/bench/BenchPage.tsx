import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import type { Rulebook } from '../api/types';
import { keys, useDocument, useDocuments } from '../documents/queries';
import { NEW_RULEBOOK } from '../rules/newRulebook';
import { RulesPanel, type RulesHandle } from '../rules/RulesPanel';
import { Blank } from '../ui/Blank';
import { Notice } from '../ui/Notice';
import { Panes } from '../ui/Panes';
import { BenchTools } from './BenchTools';
import { RecordingNotice } from './RecordingNotice';
import { ReceiverPanel } from './receivers/ReceiverPanel';
import { SceneChooser } from './SceneChooser';
import { SenderPanel } from './senders/SenderPanel';
import { useBench } from './session/useBench';
import { useComputerKeys } from './session/useComputerKeys';
import { useRecorder } from './session/useRecorder';
import { useTapePlayer } from './session/useTapePlayer';
import { TapesDialog } from './tapes/TapesDialog';
import { ZigzagPanel } from './zigzag/ZigzagPanel';

const SEEN = 'bench-seen';
/** Receivers that have all the room they want; with more, all are drawn smaller so that they can be seen at once. */
const ROOMY = 4;

/** The bench: senders below, the rules, where every message went, and what the receivers make of it. */
export function BenchPage() {
  const { id = '' } = useParams();
  const rulebook = useDocument(id);
  if (rulebook.isError) {
    return <Blank title={rulebook.error.message} action={{ label: 'Go to another rulebook', href: '/' }} />;
  }
  return rulebook.data === undefined ? (
    <Blank title="Opening the bench …" />
  ) : (
    <OpenBench key={id} rulebook={rulebook.data} />
  );
}

function OpenBench({ rulebook }: { rulebook: Rulebook }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [store, state] = useBench(rulebook);
  const [isShowingTapes, setShowingTapes] = useState(false);
  const [notice, setNotice] = useState<string | null>(null);
  const rules = useRef<RulesHandle>(null);
  const text = useRef(rulebook.text);
  const inPorts = useMemo(() => state.senders.map((sender) => sender.port), [state.senders]);
  const player = useTapePlayer(store, inPorts);
  const rulebooks = useDocuments('rulebook');
  const tapes = useQuery({ queryKey: ['tapes'], queryFn: api.listTapes });
  const recorder = useRecorder(
    store,
    (tape) => {
      void queries.invalidateQueries({ queryKey: ['tapes'] });
      setNotice(`Kept as “${tape.name}”: ${tape.events} messages. You find it under Tapes.`);
    },
    setNotice,
  );
  useComputerKeys(store, state.senders);
  useFirstVisit(state.isOpen, tapes.data?.at(-1), player.play);

  const isCrowded = state.receivers.length > ROOMY;
  const create = async (name: string, text: string) => {
    const created = await api.createDocument({ kind: 'rulebook', name, text });
    await queries.invalidateQueries({ queryKey: keys.list('rulebook') });
    void navigate(`/bench/${created.id}`);
  };

  return (
    <div className="flex flex-1 flex-col gap-2 overflow-auto pt-2 pb-2 lg:min-h-0 lg:overflow-visible">
      <BenchTools
        rulebooks={rulebooks.data ?? [rulebook]}
        current={rulebook.id}
        onOpen={(id) => void navigate(`/bench/${id}`)}
        onNew={() => void create(`Rulebook of ${new Date().toLocaleString('sv')}`, NEW_RULEBOOK)}
        playing={player.playing}
        onStopTape={player.stop}
        isRecording={recorder.isRecording}
        onRecord={() => (recorder.isRecording ? void recorder.stop() : recorder.start())}
        onTapes={() => setShowingTapes(true)}
      />
      {state.scenes.titles.length > 0 && (
        <SceneChooser
          titles={state.scenes.titles}
          current={state.scenes.current}
          onGo={(scene) => store.go(scene)}
        />
      )}
      <Panes name="bench" sizes={[31, 48, 21]}>
        <RulesPanel
          ref={rules}
          rulebook={rulebook}
          store={store}
          state={state}
          onTry={(title, example) => void create(`Example: ${title}`, example)}
          onText={(typed) => (text.current = typed)}
          className="h-[28rem] lg:h-full"
        />
        <div className="relative h-[28rem] min-h-0 min-w-0 lg:h-full">
          <ZigzagPanel
            state={state}
            onLine={(line) => rules.current?.showLine(line)}
            onClear={() => store.clear()}
            className="h-full"
          />
          {/* Over the picture, so that nothing moves under the finger when there is something to say. */}
          <div className="pointer-events-none absolute inset-x-1 bottom-1 z-20 flex flex-col gap-1 *:pointer-events-auto">
            <Notice text={state.trouble} tone="warning" />
            <Notice text={state.problem} tone="error" onClose={() => store.dismissProblem()} />
            <Notice
              text={
                state.isOnDisk
                  ? null
                  : 'The disk is full: this bench is kept in memory only, until there is room.'
              }
              tone="warning"
            />
            <Notice
              text={state.told.length === 0 ? null : sentence(state.told)}
              tone="info"
              onClose={() => store.dismissTold()}
            />
            {recorder.unstored !== null && (
              <RecordingNotice
                unstored={recorder.unstored}
                onStore={() => recorder.unstored && void recorder.store(recorder.unstored.recording)}
                onDiscard={() => void recorder.discard()}
              />
            )}
            <Notice text={player.problem} tone="warning" onClose={player.dismiss} />
            <Notice text={notice} tone="info" onClose={() => setNotice(null)} />
          </div>
        </div>
        <div
          className={`flex h-full flex-col overflow-auto ${isCrowded ? 'gap-1' : 'gap-2'}`}
          role="region"
          aria-label="Receivers"
          tabIndex={0}
        >
          {state.receivers.map((receiver) => (
            <ReceiverPanel key={receiver.port} receiver={receiver} isDense={isCrowded} />
          ))}
          {state.memories.length > 0 && <Memories memories={state.memories} />}
        </div>
      </Panes>
      <div
        className="flex flex-wrap gap-2 px-2 lg:flex-nowrap lg:overflow-x-auto"
        role="region"
        aria-label="Senders"
      >
        {state.senders.map((sender) => (
          <SenderPanel
            key={sender.port}
            sender={sender}
            store={store}
            positions={state.positions.get(sender.port)}
          />
        ))}
        {state.isOpen && state.senders.length === 0 && (
          <p className="p-4">No in port to play: add a line such as “port keys in” to the rules.</p>
        )}
      </div>
      {isShowingTapes && (
        <TapesDialog
          text={() => text.current}
          inPorts={inPorts}
          onPlay={(tape) => void player.play(tape)}
          onClose={() => setShowingTapes(false)}
        />
      )}
    </div>
  );
}

function sentence(told: readonly string[]): string {
  const text = told.join('; ');
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

function Memories({ memories }: { memories: readonly { name: string; value: number }[] }) {
  return (
    <dl className="flex flex-wrap gap-x-4 px-3 py-1 text-sm" aria-label="Memories">
      {memories.map(({ name, value }) => (
        <div key={name} className="flex gap-2">
          <dt>{name}</dt>
          <dd className="font-mono font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** On the very first visit the demo tape plays, so that there is something to see at once. */
function useFirstVisit<T>(isOpen: boolean, tape: T | undefined, play: (tape: T) => Promise<void>): void {
  useEffect(() => {
    if (isOpen && tape !== undefined && localStorage.getItem(SEEN) === null) {
      localStorage.setItem(SEEN, 'yes');
      void play(tape);
    }
  }, [isOpen, tape, play]);
}
