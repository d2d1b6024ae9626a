import { UndoButtons } from '../documents/UndoButtons';
import { usePart } from '../session/Told';
import type { RulesSession } from './RulesSession';

/** Undo and redo of the rules from anywhere on the bench; the editor has the same keys, and both are said alike. */
export function RulesUndo({ session }: { session: RulesSession }) {
  const { canUndo, canRedo, undone } = usePart(session.state, (state) => state);
  return (
    <UndoButtons
      iconOnly
      work={{
        undo: canUndo ? session.undo : null,
        redo: canRedo ? session.redo : null,
        undoes: 'the last change of the rules',
        redoes: 'the last change of the rules',
        said: undone,
      }}
    />
  );
}
