import { useQuery } from '@tanstack/react-query';
import { Calculator } from 'lucide-react';
import { useState } from 'react';
import { api } from '../api/client';
import type { ReckonWhat } from '../api/types';
import { Field } from './Field';
import { Button } from './Button';
import { Dialog } from './Dialog';

const SUMS: Record<ReckonWhat, { title: string; fields: [name: string, label: string, first: string][] }> = {
  program: {
    title: 'Program shown → sent',
    fields: [
      ['shown', 'The box shows', '6'],
      ['first', 'Its first program is called', '1'],
      ['perBank', 'Programs in a bank', '128'],
    ],
  },
  shown: {
    title: 'Program sent → shown',
    fields: [
      ['program', 'Sent, 0 to 127', '5'],
      ['bank', 'Bank', '0'],
      ['first', 'The first program is called', '1'],
      ['perBank', 'Programs in a bank', '128'],
    ],
  },
  halves: { title: '14 bits → halves', fields: [['number', 'Number, 0 to 16383', '1025']] },
  whole: {
    title: 'MSB/LSB → 14 bits',
    fields: [
      ['msb', 'MSB', '8'],
      ['lsb', 'LSB', '1'],
    ],
  },
  shortfall: {
    title: 'Pedal that falls short',
    fields: [
      ['reached', 'It reaches', '124'],
      ['full', 'of', '127'],
      ['semitones', 'Over an interval of semitones', '12'],
    ],
  },
  tempo: { title: 'Times at a tempo', fields: [['bpm', 'Beats a minute', '96']] },
  wire: {
    title: 'Time on a cable',
    fields: [
      ['messages', 'Messages', '10'],
      ['bytes', 'Bytes in each', '3'],
    ],
  },
};
const ORDER: ReckonWhat[] = ['program', 'shown', 'halves', 'whole', 'shortfall', 'tempo', 'wire'];

/** A button that opens the small sums at the one that is needed here. */
export function ReckonButton({ first }: { first: ReckonWhat }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        tone="quiet"
        iconOnly
        icon={<Calculator size={16} />}
        label="Work out a number"
        onClick={() => setOpen(true)}
      />
      {isOpen && <Reckoner first={first} onClose={() => setOpen(false)} />}
    </>
  );
}

function Reckoner({ first, onClose }: { first: ReckonWhat; onClose: () => void }) {
  const [what, setWhat] = useState(first);
  const [given, setGiven] = useState<Record<string, string>>({});
  const sum = SUMS[what];
  const query = Object.fromEntries(
    sum.fields.map(([name, , usual]) => [name, given[`${what} ${name}`] ?? usual]),
  );
  const reckoned = useQuery({
    queryKey: ['reckoned', what, query],
    queryFn: () => api.reckon(what, query),
    placeholderData: (before) => before,
    retry: false,
  });
  return (
    <Dialog title="Work out a number" onClose={onClose}>
      <div className="flex min-h-0 gap-4 overflow-auto p-3">
        <div className="flex w-52 shrink-0 flex-col gap-1" role="group" aria-label="What">
          {ORDER.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={each === what}
              className={`btn justify-start btn-sm ${each === what ? 'btn-primary' : 'btn-ghost'}`}
              onClick={() => setWhat(each)}
            >
              {SUMS[each].title}
            </button>
          ))}
        </div>
        <div className="flex min-h-80 flex-1 flex-col gap-3">
          {sum.fields.map(([name, label, usual]) => (
            <Field
              label={label}
              isLabelShown
              fieldClassName="flex items-center justify-between gap-3"
              key={`${what} ${name}`}
              className="w-28 text-right font-mono text-lg"
              inputMode="decimal"
              value={given[`${what} ${name}`] ?? usual}
              onChange={(typed) => setGiven({ ...given, [`${what} ${name}`]: typed })}
            />
          ))}
          {reckoned.isError ? (
            <p role="alert">{reckoned.error.message}</p>
          ) : (
            <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-1" aria-live="polite">
              {(reckoned.data?.results ?? []).map((result) => (
                <div key={result.name} className="contents">
                  <dt>{result.name}</dt>
                  <dd className="text-right font-mono text-lg font-semibold">{result.value}</dd>
                </div>
              ))}
            </dl>
          )}
          <p className="mt-auto text-sm">{reckoned.isError ? '' : reckoned.data?.formula}</p>
        </div>
      </div>
    </Dialog>
  );
}
