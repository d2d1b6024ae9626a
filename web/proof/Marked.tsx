import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Moment } from '../api/types';
import { useDocuments } from '../documents/queries';
import { Button } from '../ui/Button';
import { Scroll } from '../ui/Scroll';

/** Minutes that somebody marked because something was wrong in them: what happened, and the way to a proof. */
export function Marked({
  rig,
  onProof,
}: {
  rig: string;
  /** Keeps what came in as a tape, with what goes out now as right. */
  onProof: (name: string, minute: Moment) => void;
}) {
  const moments = useDocuments('moment');
  const [chosen, choose] = useState<string | null>(null);
  const mine = (moments.data ?? []).filter((each) => each.summary['rig'] === rig);
  return (
    <section aria-label="Marked minutes" className="mb-6 flex flex-col gap-2">
      <h3 className="text-lg font-semibold">That was wrong</h3>
      {mine.length === 0 ? (
        <p className="text-sm">
          No minute is marked. While something plays, the last ten minutes are kept; “That was wrong” on the
          stage or the bench keeps the last of them for good.
        </p>
      ) : (
        <ul className="flex flex-wrap gap-2">
          {mine.map((each) => (
            <li key={each.id}>
              <Button
                label={each.name}
                tone={each.id === chosen ? 'primary' : 'plain'}
                aria-pressed={each.id === chosen}
                onClick={() => choose(each.id === chosen ? null : each.id)}
              />
            </li>
          ))}
        </ul>
      )}
      {chosen !== null && (
        <Minute
          key={chosen}
          id={chosen}
          onProof={(minute) => onProof(mine.find((each) => each.id === chosen)?.name ?? 'A minute', minute)}
        />
      )}
    </section>
  );
}

function Minute({ id, onProof }: { id: string; onProof: (minute: Moment) => void }) {
  const navigate = useNavigate();
  const minute = useQuery({ queryKey: ['moment', id], queryFn: () => api.momentOf(id), staleTime: Infinity });
  const open = useMutation({
    mutationFn: async (told: Moment) => {
      const { bench } = await api.openMoment(id);
      if (/\n./.test(told.tape)) {
        // Found under Tapes, to be played there; nothing came in where only the stage was touched.
        const blob = new Blob([told.tape], { type: 'text/plain' });
        await api.uploadTape(new File([blob], 'The marked minute.tape'));
      }
      return `/bench/${told.book ?? ''}?bench=${bench}`;
    },
    onSuccess: (to) => void navigate(to),
  });
  const problem = minute.error?.message ?? open.error?.message ?? null;
  if (problem !== null) {
    return <p role="alert">{problem}</p>;
  }
  if (minute.data === undefined) {
    return (
      <p role="status">
        Playing it again … <progress className="progress w-40" aria-label="Playing it again" />
      </p>
    );
  }
  const told = minute.data;
  return (
    <div className="flex flex-col gap-2 rounded-field border-2 border-base-300 p-3">
      <p role="status">
        {told.isSame
          ? `Played again it gives the same ${told.messages} messages.`
          : 'Played again it does not give the same messages: this version plays otherwise than the one it was kept with.'}
        {told.beginsIn === null ? '' : ` It begins in ${told.beginsIn}.`}
      </p>
      {told.sounding.length > 0 && (
        <p className="border-l-4 border-warning pl-2">
          Still sounding when it was marked: {told.sounding.join(', ')}.
        </p>
      )}
      <Scroll label="What happened" className="max-h-72">
        <ol className="text-sm">
          {told.lines.map((line, index) => (
            <li key={`${index} ${line.words}`} className="flex gap-3">
              <span className="w-20 shrink-0 text-right font-mono">
                −{((told.markedUs - line.timeUs) / 1_000_000).toFixed(1)} s
              </span>
              <span>{line.words}</span>
            </li>
          ))}
        </ol>
      </Scroll>
      <p className="flex flex-wrap gap-2">
        <Button
          tone="primary"
          label="Open it on the bench as it stood"
          disabled={open.isPending || told.book === null}
          onClick={() => open.mutate(told)}
        />
        <Button
          label="It is fixed: keep it as a proof"
          title="Keeps what came in, and takes what goes out now as right"
          onClick={() => onProof(told)}
        />
      </p>
    </div>
  );
}
