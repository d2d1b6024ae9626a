import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { Chart } from '../api/types';
import { useDocumentWork } from '../documents/queries';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Notice } from '../ui/Notice';
import { useFocus } from '../ui/useFocus';
import { draft, dropDraft, keepDraft } from './draft';
import { PastedRows } from './PastedRows';
import { remember, without, type Chosen } from './pasted';
import { readAsChosen } from './readAsChosen';

const PAUSE_MS = 300;

/** Takes a table as it was copied, and shows before anything is kept what each column and each row was taken for. */
export function PasteTable({ onClose }: { onClose: (chart: string | null) => void }) {
  const field = useFocus();
  const [name, setName] = useState(() => draft().name);
  const [text, setText] = useState(() => draft().text);
  useEffect(() => keepDraft({ name, text }), [name, text]);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [unwanted, setUnwanted] = useState(new Set<number>());
  const keep = useDocumentWork((made: Chart) =>
    api.createDocument({ kind: 'chart', name: made.name, text: `${JSON.stringify(made, null, 4)}\n` }),
  );
  const isBlank = text.trim() === '';
  const read = useQuery({
    queryKey: ['table', text, name, chosen],
    queryFn: async ({ signal }) => {
      await new Promise((done) => setTimeout(done, PAUSE_MS));
      signal.throwIfAborted(); // somebody has typed on
      return readAsChosen(text, name, chosen);
    },
    enabled: !isBlank,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 0,
  });
  const table = isBlank ? undefined : read.data?.table;
  const chart = table === undefined ? undefined : (without(table, unwanted) as Chart);
  const count = (chart?.parameters ?? []).length;
  const isUsable = !read.isPlaceholderData && (count > 0 || chart?.programs !== undefined);
  const isLong = (table?.rows.length ?? 0) > 0;

  return (
    <Dialog title="Paste a table" onClose={() => onClose(null)} width="w-[68rem]">
      <form
        className="flex min-h-0 flex-col gap-3 p-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (chart !== undefined && isUsable) {
            keep.mutate(chart, {
              onSuccess: (made) => {
                dropDraft();
                onClose(made.id);
              },
            });
          }
        }}
      >
        <Notice text={read.error?.message ?? keep.error?.message ?? null} tone="error" />
        <Field
          label="What is the device called?"
          isLabelShown
          fieldClassName="flex items-center gap-2"
          className="flex-1"
          ref={field}
          value={name}
          maxLength={200}
          placeholder="Such as Brine echo"
          onChange={setName}
        />
        <textarea
          aria-label="The table"
          className={`textarea w-full font-mono text-sm ${isLong ? 'h-20' : 'h-40'}`}
          spellCheck={false}
          placeholder={'Name\tCC\tRange\nMix\t21\t0-127\nFeedback\t22\t0-120'}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setChosen(null);
            setUnwanted(new Set());
          }}
        />
        {table !== undefined && table.rows.length > 0 && (
          <PastedRows
            table={table}
            unwanted={unwanted}
            onWant={(line, isWanted) =>
              setUnwanted(
                new Set(isWanted ? [...unwanted].filter((other) => other !== line) : [...unwanted, line]),
              )
            }
            onChoose={(column, holds) => {
              const next = { ...read.data?.chosen, [column]: holds };
              setChosen(next);
              remember(table.columns, next);
            }}
          />
        )}
        <div className="flex items-center justify-end gap-2">
          <p className={`flex-1 text-sm ${isLong ? 'max-md:hidden' : ''}`}>
            {text !== '' && (
              <Button
                label="Empty it"
                className="mr-2"
                onClick={() => {
                  setName('');
                  setText('');
                }}
              />
            )}
            Copied from a manual, a web page or a spreadsheet; with headings or without. A MIDI name document
            works as well. Nothing is kept before you say so.
          </p>
          <Button
            tone="primary"
            type="submit"
            label={isUsable ? `Keep ${count} parameters` : 'Keep'}
            disabled={!isUsable || name.trim() === ''}
          />
        </div>
      </form>
    </Dialog>
  );
}
