import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { keepDraft } from '../charts/draft';
import { wayTo } from '../shows/address';
import { Notice } from '../ui/Notice';

interface Told {
  text: string;
  tone: 'info' | 'error';
  way?: { label: string; to: string };
}

/** A file that is dropped anywhere is brought in; the browser does not leave for it. */
export function DropFiles() {
  const [isOver, setOver] = useState(false);
  const [told, setTold] = useState<Told[]>([]);
  const queries = useQueryClient();
  const navigate = useNavigate();
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true;
    const over = (event: DragEvent) => {
      if (hasFiles(event)) {
        event.preventDefault();
        setOver(true);
      }
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) {
        setOver(false);
      }
    };
    const drop = (event: DragEvent) => {
      if (!hasFiles(event)) {
        return;
      }
      event.preventDefault();
      setOver(false);
      const files = [...(event.dataTransfer?.files ?? [])];
      void (async () => {
        const all: Told[] = [];
        for (const file of files) {
          all.push(await broughtIn(file, (to) => void navigate(to)));
        }
        setTold(all);
        await queries.invalidateQueries({ queryKey: ['documents'] });
        await queries.invalidateQueries({ queryKey: ['tapes'] });
      })();
    };
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, [navigate, queries]);
  return (
    <>
      {isOver && (
        <div className="pointer-events-none fixed inset-2 z-50 grid place-items-center rounded-box border-4 border-dashed border-primary bg-base-100/80">
          <p className="text-3xl font-semibold">Drop the file to bring it in</p>
        </div>
      )}
      <div className="absolute inset-x-3 bottom-3 z-40 flex flex-col gap-1 empty:hidden">
        {told.map((each, place) => (
          <Notice
            key={`${place} ${each.text}`}
            text={each.text}
            tone={each.tone}
            {...(each.way === undefined ? {} : { way: each.way })}
            onClose={() => setTold(told.filter((other) => other !== each))}
          />
        ))}
      </div>
    </>
  );
}

const TAPES = /\.(tape|mid|midi|smf)$/i;
const TABLES = /\.(csv|tsv|midnam|xml)$/i;

/** By its ending a file is a tape, a table for a chart, or a document. */
export async function broughtIn(file: File, go: (to: string) => void): Promise<Told> {
  try {
    if (TAPES.test(file.name)) {
      const tape = await api.uploadTape(file);
      return {
        text: `“${tape.name}” has been brought in. It stands under Tapes on the bench.`,
        tone: 'info',
      };
    }
    if (TABLES.test(file.name)) {
      keepDraft({ name: file.name.replace(TABLES, ''), text: await file.text() });
      go('/charts?paste=1');
      return {
        text: `“${file.name}” is a table: look at what it was taken for, then keep it.`,
        tone: 'info',
      };
    }
    const made = await api.importDocument(file);
    const to =
      made.kind === 'chart' ? `/charts/${made.id}` : wayTo(made.id, made.kind === 'rig' ? 'rig' : 'bench');
    return { text: `“${made.name}” has been brought in.`, tone: 'info', way: { label: 'Open it', to } };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'it is not known why';
    return { text: `${file.name} could not be brought in: ${why}`, tone: 'error' };
  }
}
