import { autocompletion, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap, indentLess, insertTab } from '@codemirror/commands';
import { lintGutter, lintKeymap } from '@codemirror/lint';
import { highlightSelectionMatches, searchKeymap } from '@codemirror/search';
import { EditorState, type Extension, type Transaction } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  keymap,
  lineNumbers,
  ViewPlugin,
} from '@codemirror/view';
import type { Checked } from '../api/types';
import { complete } from './completion';
import { deviceHover } from './deviceHover';
import type { DeviceNames } from './devices';
import { hitBadges } from './hits';
import { renaming } from './rename';
import { rulebookColours, rulebookLanguage } from './language';

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

/** When findings take room from the editor, the line that is worked on stays in sight. */
const lineInSight = ViewPlugin.define((view) => {
  let height = view.dom.clientHeight;
  const sizes = new ResizeObserver(() => {
    const isLess = view.dom.clientHeight < height;
    height = view.dom.clientHeight;
    if (isLess && view.hasFocus) {
      view.dispatch({ effects: EditorView.scrollIntoView(view.state.selection.main.head, { yMargin: 20 }) });
    }
  });
  sizes.observe(view.dom);
  return { destroy: () => sizes.disconnect() };
});

/** After so long a pause something new is typed. */
const WORD_MS = 3000;

/** Whether what is typed goes on with a word: undo takes back a word, not a letter. */
function goesOn(typed: Transaction): boolean {
  let begins = false as boolean;
  typed.changes.iterChanges((fromA, _toA, _fromB, _toB, inserted) => {
    const before = typed.startState.sliceDoc(Math.max(0, fromA - 1), fromA);
    begins ||= /^\s/.test(before) && /^\S/.test(inserted.toString());
  });
  return !begins && (typed.isUserEvent('input.type') || typed.isUserEvent('delete'));
}

/** All that makes the editor one for rulebooks. */
export function editorSetup(
  names: () => Checked['names'] | null,
  devices: () => readonly DeviceNames[],
): Extension {
  const nonce = document.querySelector('meta[name=csp-nonce]')?.getAttribute('content') ?? '';
  return [
    EditorView.cspNonce.of(nonce),
    EditorView.contentAttributes.of({ 'aria-label': 'Rulebook text', tabindex: '0' }),
    lineNumbers(),
    history({ newGroupDelay: WORD_MS, joinToEvent: (typed, isAdjacent) => isAdjacent && goesOn(typed) }),
    drawSelection(),
    highlightActiveLine(),
    highlightSelectionMatches(),
    lintGutter(),
    EditorView.lineWrapping,
    autocompletion({ override: [complete(names, devices)], icons: false }),
    rulebookLanguage,
    rulebookColours,
    hitBadges,
    deviceHover(devices),
    look,
    lineInSight,
    renaming,
    EditorState.tabSize.of(2),
    keymap.of([
      { key: 'Ctrl-i', run: insertTab, shift: indentLess },
      ...completionKeymap,
      ...lintKeymap,
      ...searchKeymap,
      ...historyKeymap,
      ...defaultKeymap,
    ]),
  ];
}
