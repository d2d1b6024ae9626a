import { useState } from 'react';
import { api } from '../api/client';
import { useDocumentWork } from '../documents/queries';
import { emptyRig, RULES_OF_A_RIG } from '../shows/newShow';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useFocus } from '../ui/useFocus';

/** Asks for the name of a new show, and makes it: a rig without units, and rules for it. */
export function NewShow({ onMade, onClose }: { onMade: (id: string) => void; onClose: () => void }) {
  const [name, setName] = useState('');
  const field = useFocus();
  const create = useDocumentWork(async (wanted: string) => {
    const text = RULES_OF_A_RIG.replace('"New rig"', `"${wanted.replaceAll('"', '')}"`);
    const book = await api.createDocument({ kind: 'rulebook', name: wanted, text });
    return api.createDocument({ kind: 'rig', name: wanted, text: emptyRig(wanted, book.id) });
  });
  return (
    <Dialog title="New show" onClose={onClose} width="w-[28rem]">
      <form
        className="flex flex-col gap-3 p-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '') {
            create.mutate(name.trim(), { onSuccess: (made) => onMade(made.id) });
          }
        }}
      >
        <Field
          ref={field}
          label="Name of the show"
          isLabelShown
          className="w-full text-lg"
          maxLength={200}
          value={name}
          onChange={setName}
        />
        <p className="text-sm">It begins with a rig without units, and rules that name three ports.</p>
        <Notice text={create.error?.message ?? null} tone="error" />
        <div className="flex justify-end gap-2">
          <Button label="Cancel" onClick={onClose} />
          <button
            type="submit"
            className="btn btn-sm min-h-9 btn-primary"
            disabled={name.trim() === '' || create.isPending}
          >
            Make the show
          </button>
        </div>
      </form>
    </Dialog>
  );
}
