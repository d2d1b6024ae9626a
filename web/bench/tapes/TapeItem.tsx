import { Play, Route, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { backOffMs, wait } from '../../api/backOff';
import { api, Refusal } from '../../api/client';
import type { FileFormat, Run, Tape } from '../../api/types';
import { Button } from '../../ui/Button';
import { Options, Select } from '../../ui/Select';

const MOST_FAILURES = 20;
const FORMATS: readonly { format: FileFormat; label: string }[] = [
  { format: 'tape', label: 'Tape' },
  { format: 'mid', label: 'MIDI file' },
  { format: 'csv', label: 'CSV' },
];

/** One tape with what can be done with it, and the result of running it. */
export function TapeItem({
  tape,
  text,
  inPorts,
  onPlay,
  onDelete,
}: {
  tape: Tape;
  text: () => string;
  inPorts: readonly string[];
  onPlay: () => void;
  onDelete: () => void;
}) {
  const [run, setRun] = useState<Run | null>(null);
  const [port, setPort] = useState('');
  const [needsPort, setNeedsPort] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const start = async () => {
    setProblem(null);
    try {
      let job = await api.beginRun({ text: text(), tape: tape.id, ...(port === '' ? {} : { port }) });
      setRun(job);
      while (!job.isDone) {
        job = await continued(job.id);
        setRun(job);
      }
    } catch (error) {
      setRun(null);
      setProblem(error instanceof Error ? error.message : 'The run failed.');
      if (error instanceof Refusal && Array.isArray(error.body['ports'])) {
        setNeedsPort(true);
        setPort(inPorts[0] ?? '');
      }
    }
  };
  const isRunning = run !== null && !run.isDone;

  return (
    <li className="mb-2 rounded-box border border-base-300 bg-base-100 p-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <span className="min-w-40 flex-1 truncate font-semibold" title={tape.name}>
          {tape.name}
        </span>
        <span className="font-mono text-sm">
          {duration(tape.lengthUs)} · {tape.events} messages
        </span>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button icon={<Play size={16} />} label="Play" onClick={onPlay} />
        <Button icon={<Route size={16} />} label="Run" disabled={isRunning} onClick={() => void start()} />
        {needsPort && (
          <Select
            label="Port for everything on this tape"
            value={port}
            className="w-auto max-w-32 pr-7"
            onChange={setPort}
          >
            <Options of={inPorts.map((each) => ({ value: each, label: `all to ${each}` }))} />
          </Select>
        )}
        <Downloads label="Recording" href={`/api/tapes/${tape.id}/download`} />
        <Button
          tone="quiet"
          iconOnly
          icon={<Trash2 size={16} />}
          label={`Delete ${tape.name}`}
          className="ml-auto"
          onClick={onDelete}
        />
      </div>
      {problem !== null && (
        <p role="alert" className="mt-2 text-sm text-error">
          {problem}
        </p>
      )}
      {run !== null && (
        <div className="mt-2 flex flex-wrap items-center gap-3 text-sm">
          <progress
            className="progress progress-primary w-40"
            max={1}
            value={run.progress}
            aria-label="Progress of the run"
          />
          <span role="status">
            {run.isDone ? 'Done: ' : ''}
            {run.eventsIn} in, {run.eventsOut} out
          </span>
          {run.isDone && <Downloads label="Result" href={`/api/runs/${run.id}/download`} />}
        </div>
      )}
    </li>
  );
}

/** Works on a run; an application that does not answer just now is asked again. */
async function continued(id: string): Promise<Run> {
  for (let failures = 1; ; failures += 1) {
    try {
      return await api.continueRun(id);
    } catch (error) {
      if (!(error instanceof Refusal && error.mayPass) || failures > MOST_FAILURES) {
        throw error;
      }
      await wait(backOffMs(failures));
    }
  }
}

function Downloads({ label, href }: { label: string; href: string }) {
  return (
    <span className="flex items-center gap-1.5 text-sm">
      {label}:
      {FORMATS.map(({ format, label: name }) => (
        <a key={format} className="link px-1 py-1" href={`${href}?format=${format}`} download>
          {name}
        </a>
      ))}
    </span>
  );
}

function duration(us: number): string {
  const whole = Math.round(us / 1_000_000);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
