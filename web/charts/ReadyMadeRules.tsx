import { Plus, Trash2 } from 'lucide-react';
import type { Chart } from '../api/types';
import { without } from '../model/without';
import { Button } from '../ui/Button';

/** Rules that come with a kind of device, and that a player may put into a rulebook. */
export function ReadyMadeRules({
  chart,
  change,
}: {
  chart: Chart;
  change: (edit: (chart: Chart) => Chart) => void;
}) {
  const rules = chart.readyMade ?? [];
  const put = (next: readonly string[]) =>
    change((before) =>
      next.length === 0 ? without(before, 'readyMade') : { ...before, readyMade: [...next] },
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-3">
      <p>Rules that somebody who has this device can take over with one press.</p>
      {rules.map((rule, place) => (
        <div key={place} className="flex items-start gap-2">
          <textarea
            aria-label={`Ready-made rule ${place + 1}`}
            className="textarea min-h-28 flex-1 font-mono text-sm"
            spellCheck={false}
            maxLength={20000}
            value={rule}
            onChange={(event) => put(rules.map((each, at) => (at === place ? event.target.value : each)))}
          />
          <Button
            tone="quiet"
            iconOnly
            icon={<Trash2 size={16} />}
            label={`Take out rule ${place + 1}`}
            onClick={() => put(rules.filter((_, at) => at !== place))}
          />
        </div>
      ))}
      <Button
        className="self-start"
        icon={<Plus size={16} />}
        label="Add a rule"
        onClick={() => put([...rules, 'rule "New"\n  from keys any\n'])}
      />
    </div>
  );
}
