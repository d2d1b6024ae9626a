import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { ConnectionField } from '../live/ConnectionField';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Options, Select } from '../ui/Select';

const LISTENS_MS = 3000;
const BEGINS = 'device:';

/** Where a sender or a hearer is not at hand, or not trusted: a device of this computer takes its place for a while. */
export function ProbePanel({ rig }: { rig: string }) {
  const [place, setPlace] = useState<string | null>(null);
  const [device, setDevice] = useState<string | null>(null);
  const plugs = useQuery({ queryKey: ['probe', rig], queryFn: () => api.probe(rig), gcTime: 0 });
  const live = useQuery({ queryKey: ['live', rig], queryFn: () => api.live(rig) });
  const all = plugs.data?.plugs ?? [];
  const chosen = all.find((each) => `${each.unit} ${each.plug}` === place) ?? null;
  return (
    <details className="border-l-4 border-base-300 pl-3">
      <summary className="cursor-pointer font-semibold">
        Try a plug with a probe: a MIDI device of this computer takes the place of a box
      </summary>
      <div className="mt-2 flex flex-col gap-2 text-sm">
        <div className="flex flex-wrap gap-2">
          <Select label="Plug" value={place ?? ''} className="w-64" onChange={setPlace}>
            <option value="">choose a plug …</option>
            <Options
              of={all.map((each) => ({
                value: `${each.unit} ${each.plug}`,
                label: `${each.unit}: ${each.label}`,
              }))}
            />
          </Select>
          <ConnectionField
            label="Probe"
            chosen={device}
            devices={live.data?.devices ?? []}
            onChoose={(connection) => setDevice(connection ?? null)}
          />
        </div>
        {chosen !== null && (
          <>
            <ol className="list-decimal pl-5" aria-label="What hands do before">
              {chosen.moves.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ol>
            {chosen.dangerous !== null && (
              <p className="font-semibold">
                Nothing is sent there: {chosen.dangerous} could hear it, which can hurt somebody.
              </p>
            )}
            {device !== null && chosen.canSend && chosen.dangerous === null && (
              <Send key={place} rig={rig} plug={chosen} device={device.slice(BEGINS.length)} />
            )}
            {device !== null && chosen.canListen && <Listen rig={rig} device={device.slice(BEGINS.length)} />}
            <p className="font-semibold">Afterwards: {chosen.back.join(' ')}</p>
          </>
        )}
      </div>
    </details>
  );
}

type Plug = Awaited<ReturnType<typeof api.probe>>['plugs'][number];

function Send({ rig, plug, device }: { rig: string; plug: Plug; device: string }) {
  const [title, setTitle] = useState(plug.sends[0]?.title ?? '');
  const message = plug.sends.find((each) => each.title === title);
  const [value, setValue] = useState<string | null>(null);
  const typed = value ?? String(message?.first ?? 0);
  const send = useMutation({
    mutationFn: () =>
      api.probeSend(rig, { unit: plug.unit, plug: plug.plug, device, title, value: Number(typed) }),
  });
  if (message === undefined) {
    return <p>Nothing is known that could be sent there.</p>;
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Select
        label="Message"
        value={title}
        className="w-48"
        onChange={(next) => {
          setTitle(next);
          setValue(null);
        }}
      >
        <Options of={plug.sends.map((each) => ({ value: each.title, label: each.title }))} />
      </Select>
      <Field
        label={`Value, ${message.low} to ${message.high}`}
        isLabelShown
        className="input-sm w-24"
        type="number"
        value={typed}
        onChange={setValue}
      />
      <Button
        tone="primary"
        label={`Send ${title}`}
        disabled={send.isPending || typed === ''}
        onClick={() => send.mutate()}
      />
      <span role="status" aria-label="Sent">
        {send.error?.message ?? (send.data === undefined ? '' : `Sent: ${send.data.bytes}`)}
      </span>
    </div>
  );
}

function Listen({ rig, device }: { rig: string; device: string }) {
  const listen = useMutation({ mutationFn: () => api.probeListen(rig, { device, forMs: LISTENS_MS }) });
  const heard = listen.data?.heard ?? [];
  return (
    <div className="flex flex-col gap-1">
      <Button
        className="self-start"
        label={listen.isPending ? 'Listening …' : 'Listen for three seconds'}
        disabled={listen.isPending}
        onClick={() => listen.mutate()}
      />
      <div role="status" aria-label="Heard">
        {listen.error?.message ?? (listen.data !== undefined && heard.length === 0 ? 'Nothing came.' : '')}
        <ul className="list-disc pl-5">
          {heard.map((each, index) => (
            <li key={index}>{each.words}</li>
          ))}
        </ul>
      </div>
    </div>
  );
}
