import { useMemo, useState } from 'react';
import type { LeadEnd } from '../api/types';
import { Select } from '../ui/Select';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { addLead } from '../model/leads';
import { chartOf } from '../model/units';
import type { RigWork } from './useRig';

interface Socket {
  end: LeadEnd;
  label: string;
  way: string;
  carries: string;
  /** What the plug is; nothing where the post has none. */
  connector?: string;
}

/** Lays a lead between two units; plugs, cable and adapter are proposed. */
export function AddLead({
  work,
  from,
  onClose,
}: {
  work: RigWork;
  from: string | null;
  onClose: (id: string | null) => void;
}) {
  const { rig, computed } = work;
  const names = ['post', ...rig.units.map((unit) => unit.name)];
  const [a, setA] = useState(from ?? rig.units[0]?.name ?? 'post');
  // Where no rules have a port, one box is led to another.
  const other = computed?.ports.length === 0 ? rig.units.find((unit) => unit.name !== a)?.name : undefined;
  const [b, setB] = useState(a === 'post' ? (rig.units[0]?.name ?? 'post') : (other ?? 'post'));
  const sockets = (name: string): Socket[] => {
    if (name === 'post') {
      return (computed?.ports ?? []).flatMap((port) => {
        const ways = [...(port.in ? ['in'] : []), ...(port.out ? ['out'] : [])];
        return ways.map((way) => ({
          end: { unit: 'post', plug: ways.length > 1 ? `${port.name} ${way}` : port.name },
          label: `${port.name} (${way})`,
          way,
          carries: port.pulse ? 'pulse' : 'midi',
        }));
      });
    }
    const unit = rig.units.find((each) => each.name === name);
    const chart = unit === undefined ? undefined : chartOf(rig, unit);
    return (chart?.plugs ?? []).flatMap((plug): Socket[] => {
      const use = plug.uses[0];
      const whole = {
        label: plug.label,
        way: use?.way ?? 'both',
        carries: use?.carries ?? 'midi',
        connector: plug.connector,
      };
      return plug.streams === undefined || plug.streams.length === 0
        ? [{ end: { unit: name, plug: plug.id }, ...whole }]
        : plug.streams.map((stream) => ({
            ...whole,
            end: { unit: name, plug: plug.id, stream: stream.id },
            label: `${plug.label} ${stream.label}`,
          }));
    });
  };
  // eslint-disable-next-line react-hooks/exhaustive-deps -- sockets are of the rig
  const pairs = useMemo(() => proposals(sockets(a), sockets(b), work), [a, b, work]);
  const [chosen, setChosen] = useState(0);
  const pair = pairs[chosen] ?? pairs[0];

  return (
    <Dialog title="Lay a lead" onClose={() => onClose(null)}>
      <form
        className="flex flex-col gap-3 p-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (pair !== undefined) {
            let id: string | null = null;
            work.change((before) => {
              const next = addLead(before, pair[0].end, pair[1].end);
              id = next.leads?.at(-1)?.id ?? null;
              return next;
            });
            onClose(id);
          }
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <End
            label="From"
            value={a}
            names={names}
            onChange={(name) => {
              setA(name);
              setChosen(0);
            }}
          />
          <End
            label="To"
            value={b}
            names={names}
            onChange={(name) => {
              setB(name);
              setChosen(0);
            }}
          />
        </div>
        {pairs.length === 0 ? (
          <p>
            {a === 'post' || b === 'post'
              ? 'No free port of the rulebook fits. Declare one in the rules, such as “port boxes out”.'
              : 'These two have no plugs that fit each other.'}
          </p>
        ) : (
          <fieldset className="flex max-h-72 flex-col gap-1 overflow-auto">
            <legend className="pb-1 text-sm">Plugs, the likeliest first</legend>
            {pairs.map(([one, other], index) => (
              <label key={`${one.label} ${other.label}`} className="flex min-h-9 items-center gap-2">
                <input
                  type="radio"
                  className="radio radio-sm"
                  name="plugs"
                  checked={index === chosen}
                  onChange={() => setChosen(index)}
                />
                {one.label} → {other.label}
                <span className="text-sm">{one.carries}</span>
              </label>
            ))}
          </fieldset>
        )}
        <div className="flex justify-end">
          <Button tone="primary" type="submit" label="Lay it" disabled={pair === undefined} />
        </div>
      </form>
    </Dialog>
  );
}

function End({
  label,
  value,
  names,
  onChange,
}: {
  label: string;
  value: string;
  names: readonly string[];
  onChange: (name: string) => void;
}) {
  return (
    <Select
      label={label}
      isLabelShown
      fieldClassName="flex flex-col gap-1 text-sm"
      className="w-full"
      value={value}
      onChange={onChange}
    >
      {names.map((name) => (
        <option key={name} value={name}>
          {name === 'post' ? 'Zigzag Post' : name}
        </option>
      ))}
    </Select>
  );
}

/** Pairs of plugs that go together: one sends, the other hears, and both are for the same; free ones first, then those that need no adapter. */
function proposals(from: Socket[], to: Socket[], work: RigWork): [Socket, Socket][] {
  const taken = new Set(
    (work.rig.leads ?? [])
      .flatMap((lead) => [lead.a, lead.b])
      .map((end) => `${end.unit} ${end.plug} ${end.stream ?? ''}`),
  );
  const isTaken = (socket: Socket) =>
    taken.has(`${socket.end.unit} ${socket.end.plug} ${socket.end.stream ?? ''}`) ? 1 : 0;
  const packets = new Set(['midi', 'usb', 'network']);
  const pairs: [Socket, Socket][] = [];
  for (const one of from) {
    for (const other of to) {
      const goes = (one.way !== 'in' && other.way !== 'out') || (one.way !== 'out' && other.way !== 'in');
      const same = one.carries === other.carries || (packets.has(one.carries) && packets.has(other.carries));
      if (goes && same) {
        pairs.push(
          one.way === 'in' || (one.way === 'both' && other.way === 'out') ? [other, one] : [one, other],
        );
      }
    }
  }
  const isAdapted = ([one, other]: [Socket, Socket]) =>
    one.connector === undefined || other.connector === undefined || one.connector === other.connector ? 0 : 1;
  return pairs.sort(
    (x, y) => isTaken(x[0]) + isTaken(x[1]) - isTaken(y[0]) - isTaken(y[1]) || isAdapted(x) - isAdapted(y),
  );
}
