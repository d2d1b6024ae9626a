import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Undo2, Upload } from 'lucide-react';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Tape } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { FileButton } from '../../ui/FileButton';
import { TapeItem } from './TapeItem';

/** All tapes: upload, play, run through the rules, download. */
export function TapesDialog({
  text,
  inPorts,
  onPlay,
  onClose,
}: {
  text: () => string;
  inPorts: readonly string[];
  onPlay: (tape: Tape) => void;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const tapes = useQuery({ queryKey: ['tapes'], queryFn: api.listTapes });
  const [problem, setProblem] = useState<string | null>(null);
  const [leftOut, setLeftOut] = useState<string | null>(null);
  const [deleted, setDeleted] = useState<Tape | null>(null);
  const [isBusy, setBusy] = useState(false);
  const refresh = () => queries.invalidateQueries({ queryKey: ['tapes'] });

  const upload = async (file: File) => {
    setProblem(null);
    setBusy(true);
    try {
      const stored = await api.uploadTape(file);
      setLeftOut(
        stored.leftOut.length === 0
          ? null
          : `“${stored.name}” is stored, except for what could not be decoded: ${stored.leftOut.join(', ')}.`,
      );
      await refresh();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'This file could not be stored.');
    }
    setBusy(false);
  };

  /** Tells where something did not go well. */
  const attempt = async (work: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not go well.');
    }
    await refresh();
  };
  const remove = (tape: Tape) =>
    attempt(async () => {
      await api.deleteTape(tape.id);
      setDeleted(tape);
    });
  const takeBack = (tape: Tape) =>
    attempt(async () => {
      await api.restoreTape(tape.id);
      setDeleted(null);
    });

  return (
    <Dialog
      title="Tapes"
      onClose={onClose}
      aside={
        <FileButton
          tone="primary"
          icon={<Upload size={16} />}
          label={isBusy ? 'Reading the file …' : 'Upload a file'}
          what="Tape, MIDI file or CSV file"
          accept=".tape,.mid,.midi,.smf,.csv,.txt"
          disabled={isBusy}
          onFile={(file) => void upload(file)}
        />
      }
    >
      {problem !== null && (
        <p role="alert" className="bg-error px-3 py-2 text-sm text-error-content">
          {problem}
        </p>
      )}
      {leftOut !== null && (
        <p role="status" className="bg-warning px-3 py-2 text-sm text-warning-content">
          {leftOut}
        </p>
      )}
      {deleted !== null && (
        <p role="status" className="flex items-center gap-3 bg-info px-3 py-1 text-sm text-info-content">
          <span className="flex-1">“{deleted.name}” is deleted.</span>
          <Button icon={<Undo2 size={16} />} label="Take it back" onClick={() => void takeBack(deleted)} />
        </p>
      )}
      <p className="px-3 pt-2 text-sm">
        Tapes, MIDI files (.mid) and CSV files (.csv) of up to 8 MiB. <b>Play</b> sends one to the bench at
        its own speed; <b>Run</b> takes it through the rules as fast as it goes.
      </p>
      <ul className="min-h-24 overflow-auto p-3" aria-label="Tapes">
        {tapes.data?.length === 0 && (
          <li className="p-4 text-center">No tapes yet. Record what you play, or upload a file.</li>
        )}
        {tapes.isError && <li className="text-error">{tapes.error.message}</li>}
        {tapes.data?.map((tape) => (
          <TapeItem
            key={tape.id}
            tape={tape}
            text={text}
            inPorts={inPorts}
            onPlay={() => {
              onPlay(tape);
              onClose();
            }}
            onDelete={() => void remove(tape)}
          />
        ))}
      </ul>
    </Dialog>
  );
}
