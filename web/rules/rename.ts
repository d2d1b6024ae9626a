import { StateEffect, StateField, type Extension } from '@codemirror/state';
import { EditorView, keymap, showPanel, type Panel } from '@codemirror/view';
import { api } from '../api/client';
import { changesOf } from './edits';

const setOpen = StateEffect.define<boolean>();

/** The word at the cursor, or null between words. */
export function wordAt(text: string, column: number): string | null {
  const before = /[A-Za-z0-9_]*$/.exec(text.slice(0, column))?.[0] ?? '';
  const after = /^[A-Za-z0-9_]*/.exec(text.slice(column))?.[0] ?? '';
  return before + after === '' ? null : before + after;
}

/** Opens the line in which a new name is typed for what is named at the cursor. */
export function openRename(view: EditorView): boolean {
  view.dispatch({ effects: setOpen.of(true) });
  view.dom.querySelector<HTMLInputElement>('.cm-rename input')?.select();
  return true;
}

function close(view: EditorView) {
  view.dispatch({ effects: setOpen.of(false) });
  view.focus();
}

function renamePanel(view: EditorView): Panel {
  const { head } = view.state.selection.main;
  const line = view.state.doc.lineAt(head);
  const was = wordAt(line.text, head - line.from);

  const dom = document.createElement('form');
  dom.className = 'cm-rename flex items-center gap-2 px-3 py-2 text-sm';
  const label = document.createElement('label');
  label.textContent = was === null ? 'Rename to' : `Rename ${was} to`;
  const input = document.createElement('input');
  input.className = 'input input-sm w-48';
  input.value = was ?? '';
  input.setAttribute('aria-label', 'New name');
  const problem = document.createElement('span');
  problem.setAttribute('role', 'alert');
  problem.className = 'text-warning';
  const done = document.createElement('button');
  done.type = 'submit';
  done.className = 'btn btn-sm btn-primary';
  done.textContent = 'Rename';
  label.append(' ', input);
  dom.append(label, done, problem);

  dom.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') {
      event.preventDefault();
      close(view);
    }
  });
  dom.addEventListener('submit', (event) => {
    event.preventDefault();
    const doc = view.state.doc;
    api
      .rename({
        text: doc.toString(),
        line: line.number,
        column: head - line.from + 1,
        name: input.value.trim(),
      })
      .then((renamed) => {
        if (view.state.doc.eq(doc)) {
          view.dispatch({ changes: changesOf(doc, renamed.edits), userEvent: 'input.rename' });
          close(view);
        } else {
          problem.textContent = 'The text has changed meanwhile; try again.';
        }
      })
      .catch((error: unknown) => {
        problem.textContent = error instanceof Error ? error.message : 'This could not be renamed.';
      });
  });
  return { dom, top: true };
}

const isOpen = StateField.define<boolean>({
  create: () => false,
  update: (value, transaction) =>
    transaction.effects.reduce((now, effect) => (effect.is(setOpen) ? effect.value : now), value),
  provide: (field) => showPanel.from(field, (open) => (open ? renamePanel : null)),
});

/** Renames ports, tables, memories and the rest wherever they stand, as one change that can be undone. */
export const renaming: Extension = [isOpen, keymap.of([{ key: 'F2', run: openRename }])];
