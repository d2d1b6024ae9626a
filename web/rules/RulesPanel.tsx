import { useQuery } from '@tanstack/react-query';
import { AlignLeft, BookOpen, History, TextCursorInput } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { api } from '../api/client';
import type { Rig } from '../api/types';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { HistoryDialog } from '../documents/HistoryDialog';
import { useDocuments } from '../documents/queries';
import { LockNotice } from '../documents/LockNotice';
import { useNewer } from '../documents/useNewer';
import { Reference } from '../reference/Reference';
import { Button } from '../ui/Button';
import { ReckonButton } from '../ui/Reckoner';
import { Panel } from '../ui/Panel';
import { Toolbar } from '../ui/Toolbar';
import { deviceNames, type DeviceNames } from './devices';
import { Findings } from './Findings';
import type { Hit } from './hits';
import { RulesUndo } from './RulesUndo';
import { RuleEditor } from './RuleEditor';
import type { RulesSession } from './RulesSession';
import { Conflict, LeftCopy, SaveNote } from './SavingNotes';

/** The rulebook beside the bench: what is typed is saved, checked and, without errors, at work at once. */
export function RulesPanel({
  session,
  store,
  onTry,
  className,
}: {
  session: RulesSession;
  store: BenchStore;
  onTry: (title: string, text: string) => void;
  className: string;
}) {
  const { rulebook, saver } = session;
  const isOpen = usePart(store, (state) => state.isOpen);
  const { checked, told } = usePart(session.state, (state) => state);
  const save = usePart(saver.state, (state) => state);
  const offered = usePart(saver.offered, (left) => left);
  const [isReading, setReading] = useState(false);
  const [isLookingBack, setLookingBack] = useState(false);
  const devices = useDevices(store.rig);
  const hits = useHits(store);
  const lock = useNewer(rulebook.id, saver.version, saver.isIdle, session.changedElsewhere);
  useEffect(() => saver.holdWindow(), [saver]);
  useEffect(() => {
    if (isOpen) {
      void session.check();
    }
  }, [isOpen, session]);

  return (
    <Panel
      title="Rules"
      className={className}
      aside={
        <>
          <SaveNote state={save} onRetry={saver.retry} />
          <Toolbar label="Tools of the rules">
            <RulesUndo session={session} />
            <ReckonButton first="tempo" />
            <Button
              tone="quiet"
              iconOnly
              icon={<AlignLeft size={16} />}
              label="Tidy the text"
              onClick={() => void session.tidy()}
            />
            <Button
              tone="quiet"
              iconOnly
              icon={<TextCursorInput size={16} />}
              label="Rename what is named at the cursor (F2)"
              onClick={() => session.rename()}
            />
            <Button
              tone="quiet"
              iconOnly
              icon={<History size={16} />}
              label="Who changed what, and when"
              onClick={() => setLookingBack(true)}
            />
            <Button
              tone={isReading ? 'primary' : 'quiet'}
              iconOnly
              icon={<BookOpen size={16} />}
              label="Look up the language"
              aria-pressed={isReading}
              onClick={() => setReading(!isReading)}
            />
          </Toolbar>
        </>
      }
    >
      {save.is === 'conflict' && (
        <Conflict
          theirs={save.theirs}
          mine={session.text()}
          onResolve={(theirs, keepMine) => session.resolve(theirs, keepMine)}
        />
      )}
      {offered !== null && (
        <LeftCopy
          onTake={() => session.takeLeftCopy()}
          onDrop={saver.decided}
          text={offered.text}
          stored={rulebook.text}
        />
      )}
      <LockNotice lock={lock} />
      {told !== null && <p className="bg-warning px-3 py-1.5 text-sm text-warning-content">{told}</p>}
      {isLookingBack && (
        <HistoryDialog
          document={rulebook}
          version={saver.version}
          onBroughtBack={(newer) => session.follow(newer)}
          onClose={() => setLookingBack(false)}
        />
      )}
      {isReading && <Reference onClose={() => setReading(false)} onTry={onTry} />}
      <RuleEditor session={session} devices={devices} hits={hits} isLocked={lock !== null} />
      <Findings
        checked={checked}
        onLine={(line) => session.showLine(line)}
        onFix={(fix) => session.apply(fix.edits)}
      />
    </Panel>
  );
}

/** How often each rule has taken something, and what it did last. Counts beside the rules may wait for the picture. */
function useHits(store: BenchStore): readonly Hit[] {
  const rules = useDeferredValue(usePart(store, (state) => state.rules));
  const lastDone = useDeferredValue(usePart(store, (state) => state.lastDone));
  return useMemo(
    () =>
      rules.map((rule) => ({
        title: rule.title,
        count: rule.hits,
        stopped: rule.dropped + rule.rejected,
        last: lastDone.get(rule.title) ?? '',
      })),
    [rules, lastDone],
  );
}

/** What rules can name of their rig. */
function useDevices(rig: string | null): readonly DeviceNames[] {
  const document = useQuery({
    queryKey: ['rig-names', rig],
    queryFn: () => api.readDocument(rig ?? ''),
    enabled: rig !== null,
    staleTime: 10_000,
  });
  const charts = useDocuments('chart').data;
  const text = document.data?.text;
  return useMemo(
    () =>
      text === undefined
        ? []
        : deviceNames(
            JSON.parse(text) as Rig,
            (charts ?? []).map((chart) => chart.id),
          ),
    [text, charts],
  );
}
