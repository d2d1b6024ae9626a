import { UserRound } from 'lucide-react';
import { useState } from 'react';
import { author, setAuthor } from '../api/author';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { useFocus } from '../ui/useFocus';

/** Asks once for a name, which stands beside every change in the history. */
export function Who() {
  const [name, setName] = useState(author);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        iconOnly={name === ''}
        tone="quiet"
        icon={<UserRound size={18} />}
        label={name === '' ? 'Say who you are' : name}
        className="max-w-28 *:last:truncate"
        onClick={() => setOpen(true)}
      />
      {isOpen && (
        <Dialog title="Who are you?" onClose={() => setOpen(false)} width="w-96">
          <NameForm
            name={name}
            onKeep={(typed) => {
              setAuthor(typed);
              setName(author());
              setOpen(false);
            }}
          />
        </Dialog>
      )}
    </>
  );
}

function NameForm({ name, onKeep }: { name: string; onKeep: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  const field = useFocus();
  return (
    <form
      className="flex flex-col gap-3 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        onKeep(typed);
      }}
    >
      <Field
        label="Your name, as it stands beside what you change. It is kept in this browser."
        isLabelShown
        fieldClassName="flex flex-col gap-1"
        className="w-full"
        ref={field}
        maxLength={80}
        value={typed}
        onChange={setTyped}
      />
      <Button type="submit" tone="primary" label="Keep" className="self-end" />
    </form>
  );
}
