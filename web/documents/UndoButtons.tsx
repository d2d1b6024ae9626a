import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useCommands, type Command } from '../shell/commands';
import { Button } from '../ui/Button';
import { Said } from '../ui/Said';

interface Undoable {
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** What the next step back, and the next one forth, are about. */
  undoes: string;
  redoes: string;
  /** What was undone or done again just now, from one who has these keys as well and says it itself. */
  said?: string;
}

/** So long it is said what was undone. */
const SAID_MS = 8000;

/** Undo and redo of the document that is open, by the same keys in every view; what was undone is said. In a field these keys undo what is typed there. */
export function UndoButtons({
  work: { undo, redo, undoes, redoes, said: saidThere },
  iconOnly = false,
}: {
  work: Undoable;
  /** Among other tools, where there is no room for words. */
  iconOnly?: boolean;
}) {
  const [said, setSaid] = useState<{ words: string } | null>(null);
  useEffect(() => {
    if (saidThere !== undefined) {
      setSaid({ words: saidThere });
    }
  }, [saidThere]);
  useEffect(() => {
    const timer = said === null ? undefined : setTimeout(() => setSaid(null), SAID_MS);
    return () => clearTimeout(timer);
  }, [said]);
  const back =
    undo === null
      ? undefined
      : () => {
          undo();
          if (saidThere === undefined) {
            setSaid({ words: `Undone: ${undoes}` });
          }
        };
  const forth =
    redo === null
      ? undefined
      : () => {
          redo();
          if (saidThere === undefined) {
            setSaid({ words: `Done again: ${redoes}` });
          }
        };
  useCommands('Changes', [
    command('Undo', 'Ctrl+Z', back),
    command('Redo', 'Ctrl+Shift+Z', forth),
    command('Redo too', 'Ctrl+Y', forth),
  ]);
  return (
    <>
      <Button
        iconOnly={iconOnly}
        tone={iconOnly ? 'quiet' : 'plain'}
        icon={<Undo2 size={16} />}
        label="Undo"
        aria-label="Undo"
        title={undo === null ? 'Undo' : `Undo: ${undoes}`}
        disabled={undo === null}
        onClick={back}
      />
      <Button
        iconOnly={iconOnly}
        tone={iconOnly ? 'quiet' : 'plain'}
        icon={<Redo2 size={16} />}
        label="Redo"
        aria-label="Redo"
        title={redo === null ? 'Redo' : `Redo: ${redoes}`}
        disabled={redo === null}
        onClick={forth}
      />
      <Said words={said?.words ?? ''} />
    </>
  );
}

const command = (label: string, keys: string, run: (() => void) | undefined): Command =>
  run === undefined ? { label, keys } : { label, keys, run };
