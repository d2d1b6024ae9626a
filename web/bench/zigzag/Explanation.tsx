import { X } from 'lucide-react';
import { Button } from '../../ui/Button';
import type { Passage } from '../../session/passages';
import { explain } from './explain';

/** One message in words, with ways to the rules it went through. */
export function Explanation({
  passage,
  onClose,
  onLine,
}: {
  passage: Passage;
  onClose: () => void;
  onLine: (line: number) => void;
}) {
  const rules = passage.record.visits.filter(
    (visit, index, all) => all.findIndex((other) => other.line === visit.line) === index,
  );
  return (
    <div
      role="region"
      aria-label="What became of it"
      className="max-h-48 overflow-auto border-t-2 border-primary p-3 text-sm"
    >
      <div className="flex items-start gap-2">
        <p className="flex-1 leading-6">{explain(passage).join(' ')}</p>
        <Button
          tone="quiet"
          iconOnly
          icon={<X size={16} />}
          label="Close the explanation"
          onClick={onClose}
        />
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        {rules.map((visit) => (
          <Button key={visit.line} label={`Show line ${visit.line}`} onClick={() => onLine(visit.line)} />
        ))}
      </div>
    </div>
  );
}
