import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Chart } from '../api/types';
import { Button } from '../ui/Button';
import type { RigWork } from './useRig';
import { Scroll } from '../ui/Scroll';

/** Rules that a chart brings along. Nothing acts that is not in the text: they are put into it, or not at all. */
export function ReadyMade({ id, work, chart }: { id: string; work: RigWork; chart: Chart | undefined }) {
  const queries = useQueryClient();
  const add = useMutation({
    mutationFn: (text: string) => api.addRules(id, text),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['rig-computed', id] }),
  });
  const rules = chart?.readyMade ?? [];
  if (rules.length === 0 || work.rig.book === undefined) {
    return null;
  }
  return (
    <details>
      <summary className="cursor-pointer">
        {rules.length === 1 ? 'A ready-made rule' : `${rules.length} ready-made rules`} of its chart
      </summary>
      {rules.map((text) => (
        <div key={text} className="mt-2 flex items-start gap-2">
          <Scroll label="The rule" className="flex-1 rounded-field bg-base-300 p-2 font-mono text-xs">
            <pre>{text}</pre>
          </Scroll>
          <Button label="Put it into the rules" disabled={add.isPending} onClick={() => add.mutate(text)} />
        </div>
      ))}
      {add.error !== null && <p role="alert">{add.error.message}</p>}
      {add.isSuccess && <p role="status">It stands at the end of the rules.</p>}
    </details>
  );
}
