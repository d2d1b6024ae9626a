import { FolderInput } from 'lucide-react';
import { useRef, useState } from 'react';
import { useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { FileButton } from '../ui/FileButton';
import { bringEverything, type Progress } from './bringEverything';

/** Brings in a backup, and shows how far it is; until it is all there, it can be stopped and nothing is changed. */
export function BringEverything({ onTold }: { onTold: (text: string) => void }) {
  const [progress, setProgress] = useState<Progress | null>(null);
  const stop = useRef(new AbortController());
  const work = useDocumentWork((file: File) => {
    stop.current = new AbortController();
    setProgress({ part: 0, does: 'The file is sent' });
    return bringEverything(file, setProgress, stop.current.signal);
  });
  const done = (text: string) => {
    setProgress(null);
    onTold(text);
  };
  return (
    <>
      <FileButton
        icon={<FolderInput size={16} />}
        label="Bring everything in"
        what="File with everything"
        accept=".zip"
        disabled={progress !== null}
        onFile={(file) =>
          work.mutate(file, {
            onSuccess: (count) =>
              done(
                count === null
                  ? 'It was stopped; nothing has been changed.'
                  : `${count.new} documents are new, ${count.same} were here already, ${count.beside} differ and stand beside those that were here.` +
                      (count.unreadable === 0
                        ? ''
                        : ` ${count.unreadable} cannot be read by this version and are kept as they are.`),
              ),
            onError: (error) => done(error.message),
          })
        }
      />
      {progress !== null && (
        <Dialog title="Everything is brought in" onClose={() => stop.current.abort()} width="w-96">
          <div className="flex flex-col gap-3 p-3">
            <p>{progress.does} …</p>
            <progress
              className="progress w-full progress-primary"
              aria-label="How far it is"
              max={1}
              value={progress.part}
            />
            <p className="text-right font-mono">{Math.floor(100 * progress.part)} %</p>
            <Button label="Stop: nothing is changed" onClick={() => stop.current.abort()} />
          </div>
        </Dialog>
      )}
    </>
  );
}
