import { redo, undo } from '@codemirror/commands';
import { setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { Annotation, Compartment, EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { Finding } from '../api/types';
import { usePart } from '../session/Told';
import { changesOf, positionOf, rangeOf } from './edits';
import type { DeviceNames } from './devices';
import { editorSetup } from './editorSetup';
import { openRename } from './rename';
import { setHits, type Hit } from './hits';
import type { RulesSession, TextView } from './RulesSession';
import { recall, remember } from './undoMemory';
import { canRedo, canUndo, undone } from './undone';

const KEEP_PAUSE_MS = 200;

const locking = new Compartment();

/** Marks changes that did not come from typing. */
const fromOutside = Annotation.define<boolean>();

/** The rulebook as text: highlighted, completed, with its findings where they are. */
export function RuleEditor({
  session,
  devices,
  hits,
  isLocked,
}: {
  session: RulesSession;
  /** What rules can name of their rig. */
  devices: readonly DeviceNames[];
  hits: readonly Hit[];
  /** Whether the text can only be read, since its show is played. */
  isLocked: boolean;
}) {
  const checked = usePart(session.state, (state) => state.checked);
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const keeping = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef({ checked, devices });
  latest.current = { checked, devices };

  useEffect(() => {
    if (host.current === null) {
      return;
    }
    const { id } = session.rulebook;
    const created = new EditorView({
      parent: host.current,
      state: recall(id, session.text(), [
        editorSetup(
          () => latest.current.checked?.names ?? null,
          () => latest.current.devices,
        ),
        locking.of(EditorState.readOnly.of(false)),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) {
            session.steps(canUndo(update.state), canRedo(update.state), undone(update));
            clearTimeout(keeping.current);
            keeping.current = setTimeout(() => remember(id, update.view.state), KEEP_PAUSE_MS);
          }
          if (
            update.docChanged &&
            !update.transactions.some((each) => each.annotation(fromOutside) === true)
          ) {
            session.typed(update.state.doc.toString());
          }
        }),
      ]),
    });
    view.current = created;
    session.steps(canUndo(created.state), canRedo(created.state), '');
    const leave = session.showIn(shownIn(created));
    return () => {
      leave();
      view.current = null;
      created.destroy();
    };
  }, [session]);

  useEffect(() => {
    if (view.current !== null && checked !== null) {
      const doc = view.current.state.doc;
      view.current.dispatch(
        setDiagnostics(
          view.current.state,
          checked.findings.map((finding) => diagnostic(doc, finding)),
        ),
      );
    }
  }, [checked]);

  useEffect(() => {
    view.current?.dispatch({ effects: setHits.of(hits) });
  }, [hits]);

  useEffect(() => {
    view.current?.dispatch({ effects: locking.reconfigure(EditorState.readOnly.of(isLocked)) });
  }, [isLocked]);

  return <div ref={host} className="min-h-0 flex-1 overflow-hidden" />;
}

/** What the session does with the editor. */
function shownIn(editor: EditorView): TextView {
  return {
    showLine: (line) => {
      const at = positionOf(editor.state.doc, line, 1);
      editor.dispatch({
        selection: { anchor: at },
        effects: EditorView.scrollIntoView(at, { y: 'center' }),
      });
      editor.focus();
    },
    apply: (edits) => {
      if (!editor.state.readOnly) {
        editor.dispatch({ changes: changesOf(editor.state.doc, edits) });
        editor.focus();
      }
    },
    rename: () => openRename(editor),
    undo: () => undo(editor),
    redo: () => redo(editor),
    replaceAll: (text) =>
      editor.dispatch({
        changes: { from: 0, to: editor.state.doc.length, insert: text },
        annotations: fromOutside.of(true),
      }),
  };
}

function diagnostic(doc: EditorState['doc'], finding: Finding): Diagnostic {
  return {
    ...rangeOf(doc, finding),
    severity: finding.severity === 'hint' ? 'info' : finding.severity,
    message: finding.text,
    source: finding.code,
    actions: finding.fixes.map((fix) => ({
      name: fix.title,
      apply: (editor: EditorView) => {
        if (!editor.state.readOnly) {
          editor.dispatch({ changes: changesOf(editor.state.doc, fix.edits) });
        }
      },
    })),
  };
}
