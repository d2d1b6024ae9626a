import { useQuery } from '@tanstack/react-query';
import { AlignLeft, BookOpen, History, TextCursorInput } from 'lucide-react';
import { useDeferredValue, useEffect, useImperativeHandle, useMemo, useRef, useState, type Ref } from 'react';
import { api } from '../api/client';
import type { Checked, Fix, Rig, Rulebook } from '../api/types';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/useBench';
import { HistoryDialog } from '../documents/HistoryDialog';
import { useDocuments } from '../documents/queries';
import { LockNotice } from '../documents/LockNotice';
import { useNewer } from '../documents/useNewer';
import { Reference } from '../reference/Reference';
import { Button } from '../ui/Button';
import { ReckonButton } from '../ui/Reckoner';
import { Panel } from '../ui/Panel';
import { deviceNames, type DeviceNames } from './devices';
import { Findings } from './Findings';
import { RuleEditor, type EditorHandle } from './RuleEditor';
import { Conflict, LeftCopy, SaveNote } from './SavingNotes';
import { useSaving } from './useSaving';

const CHECK_PAUSE_MS = 250;
const JUDGE_PAUSE_MS = 1500;

export interface RulesHandle {
  showLine: (line: number) => void;
  /** Makes edits of the text, as one step that can be undone. */
  apply: (fix: Pick<Fix, 'edits'>) => void;
}

/** The rulebook beside the bench: what is typed is saved, checked and, without errors, at work at once. */
export function RulesPanel({
  rulebook,
  store,
  onText,
  onTry,
  className,
  ref,
}: {
  rulebook: Rulebook;
  store: BenchStore;
  onText: (text: string) => void;
  onTry: (title: string, text: string) => void;
  className: string;
  ref: Ref<RulesHandle>;
}) {
  const isOpen = usePart(store, (state) => state.isOpen);
  // Counts beside the rules may wait for the picture.
  const rules = useDeferredValue(usePart(store, (state) => state.rules));
  const lastDone = useDeferredValue(usePart(store, (state) => state.lastDone));
  const editor = useRef<EditorHandle>(null);
  const text = useRef(rulebook.text);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const [checked, setChecked] = useState<Checked | null>(null);
  const [isReading, setReading] = useState(false);
  const [isLookingBack, setLookingBack] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const saving = useSaving(rulebook);
  const devices = useDevices(store.rig);
  const goodBook = useRef<string | null>(null);
  const judging = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  /** A text without errors is remembered as the one to run while later ones have some. */
  const judgeSoon = () => {
    clearTimeout(judging.current);
    judging.current = setTimeout(
      () =>
        void api
          .judgeDocument(rulebook.id, saving.version(), store.rig)
          .catch(() => (goodBook.current = null)),
      JUDGE_PAUSE_MS,
    );
  };

  const check = async () => {
    const sent = text.current;
    const answer = await store.change(sent);
    if (answer !== null && sent === text.current) {
      setChecked(answer);
      if (answer.runs && answer.book !== goodBook.current) {
        goodBook.current = answer.book;
        judgeSoon();
      }
    }
  };
  const changed = (typed: string) => {
    text.current = typed;
    onText(typed);
    setProblem(null);
    saving.write(typed);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void check(), CHECK_PAUSE_MS);
  };
  useEffect(() => {
    if (isOpen) {
      void check();
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each bench
  }, [isOpen, store]);

  const hits = useMemo(
    () =>
      rules.map((rule) => ({
        title: rule.title,
        count: rule.hits,
        stopped: rule.dropped + rule.rejected,
        last: lastDone.get(rule.title) ?? '',
      })),
    [rules, lastDone],
  );
  useImperativeHandle(ref, () => ({
    showLine: (line) => editor.current?.showLine(line),
    apply: (fix) => editor.current?.apply(fix),
  }));

  /** Another version is the latest now: it is shown, and at work; the editor can undo that like anything else. */
  const show = (newer: Rulebook) => {
    saving.adopt(newer);
    editor.current?.replaceAll(newer.text);
    text.current = newer.text;
    onText(newer.text);
    void check();
  };
  const lock = useNewer(rulebook.id, saving.version, saving.isIdle, (newer) => {
    show(newer);
    setProblem(
      `Changed in another window${newer.changedBy === '' ? '' : ` by ${newer.changedBy}`}: this is how it is now. The history says what changed.`,
    );
  });

  const format = async () => {
    try {
      const formatted = await api.format(text.current);
      editor.current?.replaceAll(formatted.text);
      changed(formatted.text);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'This could not be formatted.');
    }
  };

  return (
    <Panel
      title="Rules"
      className={className}
      aside={
        <>
          <SaveNote state={saving.state} onRetry={saving.retry} />
          <ReckonButton first="tempo" />
          <Button
            tone="quiet"
            iconOnly
            icon={<AlignLeft size={16} />}
            label="Tidy the text"
            onClick={() => void format()}
          />
          <Button
            tone="quiet"
            iconOnly
            icon={<TextCursorInput size={16} />}
            label="Rename what is named at the cursor (F2)"
            onClick={() => editor.current?.rename()}
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
        </>
      }
    >
      {saving.state.is === 'conflict' && (
        <Conflict
          theirs={saving.state.theirs}
          mine={text.current}
          onResolve={(theirs, keepMine) => {
            saving.resolve(theirs, keepMine);
            if (!keepMine) {
              editor.current?.replaceAll(theirs.text);
              text.current = theirs.text;
              void check();
            }
          }}
        />
      )}
      {saving.offered !== null && (
        <LeftCopy
          onTake={() => {
            const left = saving.offered?.text ?? '';
            editor.current?.replaceAll(left);
            changed(left);
            saving.decided();
          }}
          onDrop={saving.decided}
          text={saving.offered.text}
          stored={rulebook.text}
        />
      )}
      <LockNotice lock={lock} />
      {problem !== null && <p className="bg-warning px-3 py-1.5 text-sm text-warning-content">{problem}</p>}
      {isLookingBack && (
        <HistoryDialog
          document={rulebook}
          version={saving.version}
          onBroughtBack={show}
          onClose={() => setLookingBack(false)}
        />
      )}
      {isReading && <Reference onClose={() => setReading(false)} onTry={onTry} />}
      <RuleEditor
        ref={editor}
        id={rulebook.id}
        text={rulebook.text}
        checked={checked}
        devices={devices}
        hits={hits}
        isLocked={lock !== null}
        onChange={changed}
      />
      <Findings
        checked={checked}
        onLine={(line) => editor.current?.showLine(line)}
        onFix={(fix) => editor.current?.apply(fix)}
      />
    </Panel>
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
