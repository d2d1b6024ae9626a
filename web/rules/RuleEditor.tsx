import { setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { Annotation, Compartment, EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';
import type { Checked, Finding, Fix } from '../api/types';
import { changesOf, positionOf, rangeOf } from './edits';
import type { DeviceNames } from './devices';
import { editorSetup } from './editorSetup';
import { openRename } from './rename';
import { setHits, type Hit } from './hits';
import { recall, remember } from './undoMemory';

/** What others can make the editor do. */
export interface EditorHandle {
  showLine: (line: number) => void;
  apply: (fix: Pick<Fix, 'edits'>) => void;
  replaceAll: (text: string) => void;
  rename: () => void;
}

const KEEP_PAUSE_MS = 200;

const locking = new Compartment();

/** Marks changes that did not come from typing. */
const fromOutside = Annotation.define<boolean>();

/** The rulebook as text: highlighted, completed, with its findings where they are. */
export function RuleEditor({
  id,
  text,
  checked,
  devices,
  hits,
  isLocked,
  onChange,
  ref,
}: {
  /** Of the rulebook, so that undo goes on after a reload. */
  id: string;
  /** The text to begin with; later ones come by the handle. */
  text: string;
  checked: Checked | null;
  /** What rules can name of their rig. */
  devices: readonly DeviceNames[];
  hits: readonly Hit[];
  /** Whether the text can only be read, since its show is played. */
  isLocked: boolean;
  onChange: (text: string) => void;
  ref: Ref<EditorHandle>;
}) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const keeping = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef({ onChange, checked, devices });
  latest.current = { onChange, checked, devices };

  useEffect(() => {
    if (host.current === null) {
      return;
    }
    const created = new EditorView({
      parent: host.current,
      state: recall(id, text, [
        editorSetup(
          () => latest.current.checked?.names ?? null,
          () => latest.current.devices,
        ),
        locking.of(EditorState.readOnly.of(false)),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) {
            clearTimeout(keeping.current);
            keeping.current = setTimeout(() => remember(id, update.view.state), KEEP_PAUSE_MS);
          }
          if (
            update.docChanged &&
            !update.transactions.some((each) => each.annotation(fromOutside) === true)
          ) {
            latest.current.onChange(update.state.doc.toString());
          }
        }),
      ]),
    });
    view.current = created;
    return () => {
      view.current = null;
      created.destroy();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the editor keeps its own text from then on
  }, []);

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

  useImperativeHandle(ref, () => ({
    showLine: (line) => {
      const editor = view.current;
      if (editor !== null) {
        const at = positionOf(editor.state.doc, line, 1);
        editor.dispatch({
          selection: { anchor: at },
          effects: EditorView.scrollIntoView(at, { y: 'center' }),
        });
        editor.focus();
      }
    },
    apply: (fix) => {
      const editor = view.current;
      if (editor?.state.readOnly === true) {
        return;
      }
      editor?.dispatch({ changes: changesOf(editor.state.doc, fix.edits) });
      editor?.focus();
    },
    rename: () => {
      if (view.current !== null) {
        openRename(view.current);
      }
    },
    replaceAll: (replacement) => {
      const editor = view.current;
      editor?.dispatch({
        changes: { from: 0, to: editor.state.doc.length, insert: replacement },
        annotations: fromOutside.of(true),
      });
    },
  }));

  return <div ref={host} className="min-h-0 flex-1 overflow-hidden" />;
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
