import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { Rulebook } from '../api/types';
import { keys, useDocument, useDocuments } from '../documents/queries';
import { ConnectedNotice } from '../live/ConnectedNotice';
import { useConnected } from '../live/useConnected';
import { NEW_RULEBOOK } from '../rules/newRulebook';
import { RulesPanel } from '../rules/RulesPanel';
import { RulesSession } from '../rules/RulesSession';
import { Blank } from '../ui/Blank';
import { Notice } from '../ui/Notice';
import { Panes } from '../ui/Panes';
import { BenchNotices } from './BenchNotices';
import { BenchTools } from './BenchTools';
import { RecordingNotice } from './RecordingNotice';
import { Receivers } from './receivers/Receivers';
import { SceneChooser } from './SceneChooser';
import { CalibratePanel } from './calibrate/CalibratePanel';
import { EachPanel } from './learn/EachPanel';
import { LearnPanel } from './learn/LearnPanel';
import { StackPanel } from './learn/StackPanel';
import { PanelButtons, type OpenPanel } from './PanelButtons';
import { Senders } from './senders/Senders';
import { useBench } from '../session/useBench';
import { usePart } from '../session/Told';
import { useComputerKeys } from './playing/useComputerKeys';
import { keepMinute } from '../session/keepMinute';
import { useRecorder } from './playing/useRecorder';
import { useTapePlayer } from './playing/useTapePlayer';
import { TapesDialog } from './tapes/TapesDialog';
import { ZigzagPanel } from './zigzag/ZigzagPanel';

const SEEN = 'bench-seen';

/** The bench: senders below, the rules, where every message went, and what the receivers make of it. */
export default function BenchPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const shared = search.get('bench');
  const rulebook = useDocument(id);
  const rigs = useDocuments('rig');
  const rig = rigs.data?.find((each) => each.summary['book'] === id)?.id ?? null;
  const connected = useConnected(rig);
  if (rulebook.isError) {
    return <Blank title={rulebook.error.message} action={{ label: 'Go to another rulebook', href: '/' }} />;
  }
  return rulebook.data === undefined || rigs.isPending || connected === undefined ? (
    <Blank title="Opening the bench …" />
  ) : (
    <OpenBench
      key={`${id} ${shared ?? connected ?? ''}`}
      rulebook={rulebook.data}
      shared={shared ?? connected}
      rig={rig}
    />
  );
}

function OpenBench({
  rulebook,
  shared,
  rig,
}: {
  rulebook: Rulebook;
  /** A bench to go on with, such as one that stands as it stood in a kept minute. */
  shared: string | null;
  rig: string | null;
}) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const store = useBench(rulebook, rig, shared);
  const senders = usePart(store, (state) => state.senders);
  const isOpen = usePart(store, (state) => state.isOpen);
  const scenes = usePart(store, (state) => state.scenes);
  const [isShowingTapes, setShowingTapes] = useState(false);
  const [notice, setNotice] = useState<string | null>(null);
  const [rules] = useState(() => new RulesSession(rulebook, store));
  const portNames = usePart(store, (state) =>
    state.ports
      .filter((port) => port.in)
      .map((port) => port.port)
      .join(' '),
  );
  const inPorts = useMemo(() => portNames.split(' '), [portNames]);
  const [panel, setPanel] = useState<OpenPanel>(null);
  const player = useTapePlayer(store, inPorts);
  const open = (wanted: OpenPanel) => {
    const isListening = wanted === 'learn' || wanted === 'each' || wanted === 'calibrate';
    if (isListening && player.playing !== null) {
      player.stop();
      setNotice(
        `“${player.playing.tape.name}” was stopped, so that your hand alone is heard. To learn from it, play it again under Tapes.`,
      );
    }
    setPanel(wanted);
  };
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
  useComputerKeys(store, senders);
  const [isFirst, setFirst] = useState(() => localStorage.getItem(SEEN) === null);
  const welcome = useQuery({ queryKey: ['welcome'], queryFn: api.welcome, enabled: isFirst });
  const isDemo = welcome.data !== undefined && rig !== null && welcome.data.rig === rig;
  useFirstVisit(
    isOpen && isDemo,
    tapes.data?.find((tape) => tape.id === welcome.data?.tape),
    player.play,
  );

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
        rig={rig}
        onOpen={(id) => void navigate(`/bench/${id}`)}
        onNew={() => void create(`Rulebook of ${new Date().toLocaleString('sv')}`, NEW_RULEBOOK)}
        playing={player.playing}
        onStopTape={player.stop}
        isRecording={recorder.isRecording}
        onRecord={() => (recorder.isRecording ? void recorder.stop() : recorder.start())}
        onTapes={() => setShowingTapes(true)}
      />
      <div className="px-2 empty:hidden">
        {rig !== null && <ConnectedNotice rig={rig} store={store} rules={rules} />}
      </div>
      {scenes.titles.length > 0 && (
        <SceneChooser titles={scenes.titles} current={scenes.current} onGo={(scene) => store.go(scene)} />
      )}
      <Panes name="bench" sizes={[31, 48, 21]}>
        <RulesPanel
          session={rules}
          store={store}
          onTry={(title, example) => void create(`Example: ${title}`, example)}
          className="h-[28rem] lg:h-full"
        />
        <div className="relative h-[28rem] min-h-0 min-w-0 lg:h-full">
          <ZigzagPanel
            store={store}
            onLine={(line) => rules.showLine(line)}
            className="h-full"
            aside={
              <PanelButtons
                panel={panel}
                hasRig={rig !== null}
                onPanel={open}
                onWrong={() => void keepMinute(store, rulebook.id).then(setNotice)}
              />
            }
          />
          {/* Over the picture, so that nothing moves under the finger when there is something to say. */}
          <div className="pointer-events-none absolute inset-x-1 bottom-1 z-20 flex flex-col gap-1 *:pointer-events-auto">
            <BenchNotices store={store} />
            {recorder.unstored !== null && (
              <RecordingNotice
                unstored={recorder.unstored}
                onStore={() => recorder.unstored && void recorder.store(recorder.unstored.recording)}
                onDiscard={() => void recorder.discard()}
              />
            )}
            <Notice text={player.problem} tone="warning" onClose={player.dismiss} />
            <Notice
              text={
                isFirst && isDemo
                  ? 'This is a demo show, playing. Its rig came back from a tour with a few things wrong.'
                  : null
              }
              tone="info"
              way={{ label: 'Walk through what was found', to: `/rigs/${rig ?? ''}` }}
              onClose={() => setFirst(false)}
            />
            <Notice text={notice} tone="info" onClose={() => setNotice(null)} />
            {panel === 'calibrate' && rig !== null && (
              <CalibratePanel store={store} rig={rig} rules={rules} onClose={() => setPanel(null)} />
            )}
            {panel === 'each' && (
              <EachPanel store={store} rig={rig} rules={rules} onClose={() => setPanel(null)} />
            )}
            {panel === 'stack' && <StackPanel store={store} rules={rules} onClose={() => setPanel(null)} />}
            {panel === 'learn' && (
              <LearnPanel store={store} rig={rig} rules={rules} onClose={() => setPanel(null)} />
            )}
          </div>
        </div>
        <Receivers store={store} />
      </Panes>
      <Senders store={store} />
      {isShowingTapes && (
        <TapesDialog
          text={rules.text}
          inPorts={inPorts}
          onPlay={(tape) => void player.play(tape)}
          onClose={() => setShowingTapes(false)}
        />
      )}
    </div>
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
