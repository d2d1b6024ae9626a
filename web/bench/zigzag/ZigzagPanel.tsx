import { Eraser, Pause, Play } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button';
import { Options, Select } from '../../ui/Select';
import { Panel } from '../../ui/Panel';
import type { BenchStore } from '../../session/BenchStore';
import { usePart } from '../../session/Told';
import { EVERYTHING, KINDS, type Filter } from './filters';
import { Lines } from './Lines';
import { Zigzag } from './Zigzag';

/** The zigzag with what narrows it down. */
export function ZigzagPanel({
  store,
  onLine,
  className,
  aside,
}: {
  store: BenchStore;
  onLine: (line: number) => void;
  className: string;
  aside?: ReactNode;
}) {
  const [filter, setFilter] = useState<Filter>(EVERYTHING);
  const [isFrozen, setFrozen] = useState(false);
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const [lines] = useState(() => new Lines());
  const passages = usePart(store, (state) => state.passages);
  const passagesVersion = usePart(store, (state) => state.passagesVersion);
  const ports = usePart(store, (state) => state.ports);
  const rules = usePart(store, (state) => state.rules);
  useMemo(() => {
    if (!isFrozen) {
      lines.sync(passages, filter, opened);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the list of passages stays, its version goes up
  }, [lines, passages, passagesVersion, filter, opened, isFrozen]);
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
          {aside}
          <span className="mr-1 font-mono text-xs" aria-live="off">
            {lines.shown === lines.all ? lines.all : `${lines.shown} of ${lines.all}`}
          </span>
          <Button
            iconOnly={!isFrozen}
            tone={isFrozen ? 'primary' : 'plain'}
            icon={isFrozen ? <Play size={16} /> : <Pause size={16} />}
            label={isFrozen ? 'Go on' : 'Pause the picture'}
            onClick={() => setFrozen(!isFrozen)}
          />
          <Button
            iconOnly
            icon={<Eraser size={16} />}
            label="Clear the picture"
            onClick={() => store.clear()}
          />
        </>
      }
    >
      <div className="flex flex-wrap items-center gap-1.5 border-b border-base-300 px-2 py-1.5 text-sm">
        <Select
          label="Port"
          value={filter.port}
          className="w-auto max-w-32 pr-7"
          onChange={(port) => change({ port })}
        >
          <Options of={options('Ports', [...new Set(ports.map((port) => port.port))])} />
        </Select>
        <Select
          label="Kind"
          value={filter.kind}
          className="w-auto max-w-32 pr-7"
          onChange={(kind) => change({ kind })}
        >
          <Options of={options('Kinds', KINDS)} />
        </Select>
        <Select
          label="Channel"
          value={filter.channel}
          className="w-auto max-w-32 pr-7"
          onChange={(channel) => change({ channel })}
        >
          <Options
            of={options(
              'Channels',
              Array.from({ length: 16 }, (_, index) => String(index + 1)),
            )}
          />
        </Select>
        <Select
          label="Rule"
          value={filter.rule}
          className="w-auto max-w-72 pr-7"
          onChange={(rule) => change({ rule })}
        >
          <Options
            of={options(
              'Rules',
              rules.map((rule) => rule.title),
            )}
          />
        </Select>
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
      {lines.length === 0 ? (
        <p className="m-auto max-w-80 p-6 text-center">
          {lines.all === 0
            ? 'Play something: press a key below, or A, S, D … on your keyboard, and watch where it goes. Then press Learn: it makes a rule of what you play.'
            : 'No message fits this choice.'}
        </p>
      ) : (
        <Zigzag
          lines={lines}
          version={lines.version}
          onLine={onLine}
          onOpen={(seq) => setOpened(new Set([...opened, seq]))}
        />
      )}
    </Panel>
  );
}
