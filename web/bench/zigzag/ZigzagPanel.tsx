import { Eraser, Pause, Play } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import type { BenchState } from '../session/BenchStore';
import type { Passage } from '../session/passages';
import { EVERYTHING, KINDS, passes, type Filter } from './filters';
import { foldStreams } from './fold';
import { Zigzag } from './Zigzag';

/** The zigzag with what narrows it down. */
export function ZigzagPanel({
  state,
  onLine,
  onClear,
  className,
}: {
  state: BenchState;
  onLine: (line: number) => void;
  onClear: () => void;
  className: string;
}) {
  const [filter, setFilter] = useState<Filter>(EVERYTHING);
  const [frozen, setFrozen] = useState<readonly Passage[] | null>(null);
  const all = frozen ?? state.passages;
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const shown = useMemo(() => all.filter((passage) => passes(passage, filter)), [all, filter]);
  const folded = useMemo(() => foldStreams(shown, opened), [shown, opened]);
  const change = (part: Partial<Filter>) => setFilter({ ...filter, ...part });
  const options = (name: string, values: readonly string[]) => [
    { value: '', label: name },
    ...values.map((value) => ({ value, label: value })),
  ];
  return (
    <Panel
      title="Where did it go?"
      className={className}
      aside={
        <>
          <span className="mr-1 font-mono text-xs" aria-live="off">
            {shown.length === all.length ? all.length : `${shown.length} of ${all.length}`}
          </span>
          <Button
            iconOnly={frozen === null}
            tone={frozen === null ? 'plain' : 'primary'}
            icon={frozen === null ? <Pause size={16} /> : <Play size={16} />}
            label={frozen === null ? 'Pause the picture' : 'Go on'}
            onClick={() => setFrozen(frozen === null ? state.passages : null)}
          />
          <Button iconOnly icon={<Eraser size={16} />} label="Clear the picture" onClick={onClear} />
        </>
      }
    >
      <div className="flex flex-wrap items-center gap-1.5 border-b border-base-300 px-2 py-1.5 text-sm">
        <Choice
          label="Port"
          value={filter.port}
          options={options('Ports', [...new Set(state.ports.map((port) => port.port))])}
          onChange={(port) => change({ port })}
        />
        <Choice
          label="Kind"
          value={filter.kind}
          options={options('Kinds', KINDS)}
          onChange={(kind) => change({ kind })}
        />
        <Choice
          label="Channel"
          value={filter.channel}
          options={options(
            'Channels',
            Array.from({ length: 16 }, (_, index) => String(index + 1)),
          )}
          onChange={(channel) => change({ channel })}
        />
        <Choice
          label="Rule"
          value={filter.rule}
          options={options(
            'Rules',
            state.rules.map((rule) => rule.title),
          )}
          onChange={(rule) => change({ rule })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm border-base-content/70 checked:checkbox-primary"
            checked={filter.droppedOnly}
            onChange={(event) => change({ droppedOnly: event.target.checked })}
          />
          Dropped only
        </label>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm border-base-content/70 checked:checkbox-primary"
            checked={filter.hideStreams}
            onChange={(event) => change({ hideStreams: event.target.checked })}
          />
          Hide streams
        </label>
      </div>
      {shown.length === 0 ? (
        <p className="m-auto max-w-80 p-6 text-center">
          {all.length === 0
            ? 'Nothing has come in yet. Press a key below, or A, S, D … on your keyboard, and watch where it goes.'
            : 'No message fits this choice.'}
        </p>
      ) : (
        <Zigzag passages={folded} onLine={onLine} onOpen={(seq) => setOpened(new Set([...opened, seq]))} />
      )}
    </Panel>
  );
}
