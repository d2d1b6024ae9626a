import { Cable, FileText } from 'lucide-react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { ListedShow } from '../api/types';
import { useDocumentWork } from '../documents/queries';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { View } from '../ui/View';
import { wayTo } from './address';
import { emptyRig, RULES_OF_A_RIG } from './newShow';

/** A show of rules alone, in a view that needs a rig: one can be added, with these rules. */
export function NoRig({ show }: { show: ListedShow }) {
  const navigate = useNavigate();
  const add = useDocumentWork(() =>
    api.createDocument({ kind: 'rig', name: show.name, text: emptyRig(show.name, show.book ?? '') }),
  );
  return (
    <View title="No rig yet" of={show.name} className="grid place-items-center p-8">
      <div className="flex max-w-md flex-col items-center gap-4 text-center">
        <p>
          This show has rules and no rig. With a rig it gets channels, leads, findings, songs, proofs and
          paper.
        </p>
        <Notice text={add.error?.message ?? null} tone="error" />
        <Button
          tone="primary"
          icon={<Cable size={18} />}
          label="Add a rig to these rules"
          disabled={add.isPending}
          onClick={() =>
            add.mutate(undefined, {
              onSuccess: (made) => void navigate(wayTo(made.id, 'rig'), { replace: true }),
            })
          }
        />
      </div>
    </View>
  );
}

/** A rig without rules, where rules are needed. */
export function NoRules({ show }: { show: ListedShow }) {
  const add = useDocumentWork(async () => {
    const book = await api.createDocument({ kind: 'rulebook', name: show.name, text: RULES_OF_A_RIG });
    const rig = await api.readDocument(show.id);
    const text = JSON.stringify({ ...(JSON.parse(rig.text) as object), book: book.id }, null, 4);
    return api.writeDocument(show.id, { name: rig.name, text: `${text}\n`, version: rig.version });
  });
  return (
    <View title="No rules yet" of={show.name} className="grid place-items-center p-8">
      <div className="flex max-w-md flex-col items-center gap-4 text-center">
        <p>This rig has no rules, so there is nothing to play.</p>
        <Notice text={add.error?.message ?? null} tone="error" />
        <Button
          tone="primary"
          icon={<FileText size={18} />}
          label="Write rules for this rig"
          disabled={add.isPending}
          onClick={() => add.mutate(undefined)}
        />
      </div>
    </View>
  );
}
