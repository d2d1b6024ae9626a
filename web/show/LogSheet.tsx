import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { author } from '../api/author';
import type { LogLine, RigBeside } from '../api/types';
import { Beside } from '../documents/Beside';
import { SavingNotice } from '../documents/SavingNotice';
import { UndoButtons } from '../documents/UndoButtons';
import type { JsonWork } from '../documents/useJson';
import type { RigWork } from '../rigs/useRig';
import { without } from '../model/without';
import { Select } from '../ui/Select';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { changeShow } from '../model/show';
import { changeLine, found, newLine } from './log';
import { HoldButton } from '../ui/HoldButton';
import { Scroll } from '../ui/Scroll';

/** A line per performance and rehearsal: what was changed since the one before, what was marked, and what was done about it. */
export function LogSheet({ id, work }: { id: string; work: RigWork }) {
  return (
    <Beside rig={id} part="log">
      {(log) => (log === null ? <p>Opening the log …</p> : <Lines id={id} log={log} rig={work} />)}
    </Beside>
  );
}

function Lines({ id, log, rig }: { id: string; log: JsonWork<RigBeside['log']>; rig: RigWork }) {
  const [wanted, setWanted] = useState('');
  const lines = log.value.log ?? [];
  const add = useMutation({
    mutationFn: async (what: LogLine['what']) => ({ what, next: await api.nextOfLog(id) }),
    onSuccess: async ({ what, next }) => {
      log.change((before) => ({
        log: [...(before.log ?? []), newLine(what, next, new Date(), author())],
      }));
      if (what === 'performance') {
        await api.played(id);
      }
    },
  });
  const bringBack = useMutation({ mutationFn: (at: string) => api.asItWas(id, at) });
  const shown = found(lines, wanted);
  return (
    <div className="flex flex-col gap-3">
      <SavingNotice work={log} what="log" />
      <p className="flex flex-wrap items-center gap-2">
        <UndoButtons work={log} />
        <Button
          tone="primary"
          label="New line: performance"
          disabled={add.isPending}
          onClick={() => add.mutate('performance')}
        />
        <Button
          label="New line: rehearsal"
          disabled={add.isPending}
          onClick={() => add.mutate('rehearsal')}
        />
        <Field
          label="Find in the log"
          className="input-sm w-56"
          type="search"
          placeholder="find in the log"
          value={wanted}
          onChange={setWanted}
        />
        <a className="btn btn-sm min-h-9 btn-neutral" href={`/api/rigs/${id}/log.csv`}>
          As a table (CSV)
        </a>
        <a
          className="btn btn-sm min-h-9 btn-neutral"
          href={`/api/rigs/${id}/paper/log.html`}
          target="_blank"
          rel="noreferrer"
        >
          Print
        </a>
      </p>
      <MarkChoice work={rig} />
      {bringBack.data !== undefined && (
        <p role="status">
          {bringBack.data.changed.length === 0
            ? 'It is as it was.'
            : `Brought back: ${bringBack.data.changed.join(', ')}. What was there until now stays in the history.`}
        </p>
      )}
      {bringBack.error !== null && <p role="alert">{bringBack.error.message}</p>}
      {add.error !== null && <p role="alert">{add.error.message}</p>}
      {lines.length === 0 ? (
        <p>
          Nothing is logged yet. A new line lists by itself what has changed since the last one, and which
          minutes were marked.
        </p>
      ) : (
        <table className="table table-pin-rows" aria-label="Log">
          <thead>
            <tr>
              <th>When and where</th>
              <th>Changed since the line before</th>
              <th>Marked</th>
              <th>What was done about it</th>
            </tr>
          </thead>
          <tbody>
            {shown.map(({ line, place }) => (
              <tr key={place} className="align-top">
                <td className="w-56">
                  <b>{new Date(line.at).toLocaleString('sv').slice(0, 16)}</b>
                  <span className="block">
                    {line.what}
                    {line.setList === undefined ? '' : `, ${line.setList}`}
                  </span>
                  <span className="block text-xs">{line.who ?? ''}</span>
                  <Field
                    label={`Place of line ${place + 1}`}
                    className="input-sm mt-1 w-full"
                    placeholder="place"
                    value={line.place ?? ''}
                    onChange={(typed) => {
                      log.change((before) => changeLine(before, place, 'place', typed));
                    }}
                  />
                  {line.what === 'performance' && (
                    <HoldButton
                      isSmall
                      label={`As it was on ${new Date(line.at).toLocaleDateString('sv')}`}
                      onHeld={() => bringBack.mutate(line.at)}
                    />
                  )}
                </td>
                <td>
                  <Texts texts={line.changed ?? []} none="nothing" />
                </td>
                <td>
                  <Texts texts={line.marked ?? []} none="nothing" />
                </td>
                <td className="w-72">
                  <textarea
                    aria-label={`What was done about it, line ${place + 1}`}
                    className="textarea w-full"
                    rows={3}
                    value={line.done ?? ''}
                    onChange={(event) => {
                      const text = event.target.value;
                      log.change((before) => changeLine(before, place, 'done', text));
                    }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {lines.length > 0 && shown.length === 0 && <p>No line has these words.</p>}
    </div>
  );
}

/** The control that says “That was wrong” for a player whose hands are busy. */
function MarkChoice({ work }: { work: RigWork }) {
  const mark = work.rig.show?.mark;
  const controls = work.rig.units.flatMap((unit) =>
    (work.rig.charts[unit.chart.id]?.chart.surface?.controls ?? []).map((control) => ({
      unit: unit.name,
      control: control.name,
      words: `${unit.label ?? unit.name}: ${unit.labels?.[control.name]?.text ?? control.name}`,
    })),
  );
  return (
    <Select
      label="“That was wrong” is said on the stage, and by"
      isLabelShown
      fieldClassName="flex items-center gap-2 text-sm"
      className="w-64"
      value={controls.findIndex((each) => each.unit === mark?.unit && each.control === mark.control)}
      onChange={(picked) => {
        const chosen = controls[Number(picked)];
        work.change((rig) =>
          changeShow(rig, (show) =>
            chosen === undefined
              ? without(show, 'mark')
              : { ...show, mark: { unit: chosen.unit, control: chosen.control } },
          ),
        );
      }}
    >
      <option value={-1}>no control</option>
      {controls.map((each, index) => (
        <option key={`${each.unit} ${each.control}`} value={index}>
          {each.words}
        </option>
      ))}
    </Select>
  );
}

function Texts({ texts, none }: { texts: readonly string[]; none: string }) {
  return texts.length === 0 ? (
    <span className="text-sm">{none}</span>
  ) : (
    <Scroll label="What it says" className="max-h-40">
      <ul className="list-inside list-disc text-sm">
        {texts.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </Scroll>
  );
}
