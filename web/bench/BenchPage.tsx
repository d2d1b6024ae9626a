import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { Rulebook } from '../api/types';
import { useDocument } from '../documents/queries';
import { ConnectedNotice } from '../live/ConnectedNotice';
import { useConnected } from '../live/useConnected';
import { RulesPanel } from '../rules/RulesPanel';
import { RulesSession } from '../rules/RulesSession';
import { wayTo } from '../shows/address';
import { useShow } from '../shows/useShows';
import { useCommands } from '../shell/commands';
import { Blank } from '../ui/Blank';
import { Notice } from '../ui/Notice';
import { Panes } from '../ui/Panes';
import { View } from '../ui/View';
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
import { TapePlaying } from './TapePlaying';
import { TapesDialog } from './tapes/TapesDialog';
import { ZigzagPanel } from './zigzag/ZigzagPanel';

const SEEN = 'bench-seen';
/** Widths of rules, zigzag and receivers, in per cent. */
const LAYOUTS = { writing: [60, 25, 15], watching: [31, 48, 21], playing: [15, 50, 35] } as const;
/** Rules that have scenes. */
const SCENES = /^scene /m;

/** The bench: senders below, the rules, where every message went, and what the receivers make of it. */
export default function BenchPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const shared = search.get('bench');
  const show = useShow(id);
  const rig = show?.rig ?? null;
  const rulebook = useDocument(show?.book ?? '');
  const connected = useConnected(rig);
  if (rulebook.isError) {
    return <Blank title={rulebook.error.message} action={{ label: 'Go to another rulebook', href: '/' }} />;
  }
  return rulebook.data === undefined || !show || connected === undefined ? (
    <Blank title="Opening the bench …" />
  ) : (
    <OpenBench
      key={`${id} ${shared ?? connected ?? ''}`}
      show={show.name}
      rulebook={rulebook.data}
      shared={shared ?? connected}
      rig={rig}
    />
  );
}

function OpenBench({
  show,
  rulebook,
  shared,
  rig,
}: {
  /** Its name. */
  show: string;
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
  const [search] = useSearchParams();
  const line = Number(search.get('line') ?? 0);
  useEffect(() => {
    if (line > 0) {
      rules.showLine(line);
    }
  }, [rules, line]);
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
  const [layout, setLayout] = useState<{ sizes: readonly number[] } | null>(null);
  useCommands('Bench', [
    { label: 'Writing: the rules are wide', keys: 'F2', run: () => setLayout({ sizes: LAYOUTS.writing }) },
    {
      label: 'Watching: every part beside the others',
      keys: 'F4',
      run: () => setLayout({ sizes: LAYOUTS.watching }),
    },
    {
      label: 'Playing: zigzag and receivers are wide',
      keys: 'F8',
      run: () => setLayout({ sizes: LAYOUTS.playing }),
    },
    { label: 'Play keys and pads', keys: 'A S D F … K' },
  ]);
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
    await queries.invalidateQueries({ queryKey: ['documents'] });
    void navigate(wayTo(created.id, 'bench'));
  };

  return (
    <View
      title="Bench"
      of={show}
      className="flex flex-1 flex-col gap-2 overflow-auto pt-2 pb-2 lg:min-h-0 lg:overflow-visible"
    >
      <BenchTools
        isRecording={recorder.isRecording}
        onRecord={() => (recorder.isRecording ? void recorder.stop() : recorder.start())}
        onTapes={() => setShowingTapes(true)}
      />
      <div className="px-2 empty:hidden">
        {rig !== null && <ConnectedNotice rig={rig} store={store} rules={rules} />}
      </div>
      {scenes.titles.length === 0 && !isOpen && SCENES.test(rulebook.text) && (
        <div className="h-[3.75rem] shrink-0" />
      )}
      {scenes.titles.length > 0 && (
        <SceneChooser titles={scenes.titles} current={scenes.current} onGo={(scene) => store.go(scene)} />
      )}
      <Panes name="bench" sizes={LAYOUTS.watching} layout={layout}>
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
            <TapePlaying playing={player.playing} onStop={player.stop} />
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
              way={{ label: 'Walk through what was found', to: wayTo(rig ?? '', 'rig') }}
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
    </View>
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
