import { autocompletion, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap, indentLess, insertTab } from '@codemirror/commands';
import { lintGutter, lintKeymap, setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { highlightSelectionMatches, searchKeymap } from '@codemirror/search';
import { Annotation, EditorState } from '@codemirror/state';
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';
import type { Checked, Finding, Fix } from '../api/types';
import { complete } from './completion';
import { changesOf, positionOf, rangeOf } from './edits';
import { hitBadges, setHits, type Hit } from './hits';
import { rulebookColours, rulebookLanguage } from './language';
import { recall, remember } from './undoMemory';

/** What others can make the editor do. */
export interface EditorHandle {
  showLine: (line: number) => void;
  apply: (fix: Fix) => void;
  replaceAll: (text: string) => void;
}

const KEEP_PAUSE_MS = 200;

/** Marks changes that did not come from typing. */
const fromOutside = Annotation.define<boolean>();

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '14px', backgroundColor: 'transparent' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.5' },
  '.cm-gutters': {
    backgroundColor: 'transparent',
    border: 'none',
    color: 'color-mix(in oklab, var(--color-base-content) 72%, var(--color-base-100))',
  },
  '.cm-activeLine': { backgroundColor: 'color-mix(in oklab, var(--color-base-300) 45%, transparent)' },
  '.cm-content': { caretColor: 'var(--color-base-content)' },
  '.cm-cursor': { borderLeftColor: 'var(--color-base-content)', borderLeftWidth: '2px' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'color-mix(in oklab, var(--color-info) 35%, transparent) !important',
  },
  '.cm-tooltip': {
    backgroundColor: 'var(--color-base-200)',
    color: 'var(--color-base-content)',
    border: '1px solid var(--color-base-300)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--color-primary)',
    color: 'var(--color-primary-content)',
  },
  '.cm-diagnosticAction': { backgroundColor: 'var(--color-primary)', color: 'var(--color-primary-content)' },
  '.cm-panels': { backgroundColor: 'var(--color-base-200)', color: 'var(--color-base-content)' },
});

/** The rulebook as text: highlighted, completed, with its findings where they are. */
export function RuleEditor({
  id,
  text,
  checked,
  hits,
  onChange,
  ref,
}: {
  /** Of the rulebook, so that undo goes on after a reload. */
  id: string;
  /** The text to begin with; later ones come by the handle. */
  text: string;
  checked: Checked | null;
  hits: readonly Hit[];
  onChange: (text: string) => void;
  ref: Ref<EditorHandle>;
}) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const keeping = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef({ onChange, checked });
  latest.current = { onChange, checked };

  useEffect(() => {
    if (host.current === null) {
      return;
    }
    const nonce = document.querySelector('meta[name=csp-nonce]')?.getAttribute('content') ?? '';
    const created = new EditorView({
      parent: host.current,
      state: recall(id, text, [
        EditorView.cspNonce.of(nonce),
        EditorView.contentAttributes.of({ 'aria-label': 'Rulebook text', tabindex: '0' }),
        lineNumbers(),
        history(),
        drawSelection(),
        highlightActiveLine(),
        highlightSelectionMatches(),
        lintGutter(),
        EditorView.lineWrapping,
        autocompletion({ override: [complete(() => latest.current.checked?.names ?? null)], icons: false }),
        rulebookLanguage,
        rulebookColours,
        hitBadges,
        look,
        EditorState.tabSize.of(2),
        keymap.of([
          { key: 'Ctrl-i', run: insertTab, shift: indentLess },
          ...completionKeymap,
          ...lintKeymap,
          ...searchKeymap,
          ...historyKeymap,
          ...defaultKeymap,
        ]),
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
    const sizes = keepLineInSight(created);
    return () => {
      sizes.disconnect();
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
      editor?.dispatch({ changes: changesOf(editor.state.doc, fix.edits) });
      editor?.focus();
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
      apply: (editor: EditorView) => editor.dispatch({ changes: changesOf(editor.state.doc, fix.edits) }),
    })),
  };
}

/** When findings take room from the editor, the line that is worked on stays in sight. */
function keepLineInSight(editor: EditorView): ResizeObserver {
  let height = editor.dom.clientHeight;
  const sizes = new ResizeObserver(() => {
    const isLess = editor.dom.clientHeight < height;
    height = editor.dom.clientHeight;
    if (isLess && editor.hasFocus) {
      editor.dispatch({
        effects: EditorView.scrollIntoView(editor.state.selection.main.head, { yMargin: 20 }),
      });
    }
  });
  sizes.observe(editor.dom);
  return sizes;
}
