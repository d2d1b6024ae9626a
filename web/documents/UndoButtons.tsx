import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '../ui/Button';

interface Undoable {
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** Undo and redo of the document that is open, also by Ctrl+Z and Ctrl+Shift+Z; in a field these keys undo what is typed there. */
export function UndoButtons({ work: { undo, redo } }: { work: Undoable }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping =
        event.target instanceof HTMLElement &&
        event.target.closest('input, textarea, select, [contenteditable], [role=dialog]') !== null;
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping || event.defaultPrevented) {
        return;
      }
      const letter = event.key.toLowerCase();
      const does = letter === 'y' || (letter === 'z' && event.shiftKey) ? redo : letter === 'z' ? undo : null;
      if (does !== null) {
        event.preventDefault();
        does();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
  return (
    <>
      <Button
        iconOnly
        icon={<Undo2 size={16} />}
        label="Undo"
        disabled={undo === null}
        onClick={undo ?? undefined}
      />
      <Button
        iconOnly
        icon={<Redo2 size={16} />}
        label="Redo"
        disabled={redo === null}
        onClick={redo ?? undefined}
      />
    </>
  );
}
