import { Select } from '../ui/Select';
import type { Lead } from '../api/types';
import { changeLead } from '../model/leads';
import { without } from '../model/without';
import { LeadFacts } from './LeadFacts';
import { LeadParts } from './LeadParts';
import { SoundOfLead } from './SoundOfLead';
import { Verdict } from './Verdict';
import type { RigWork } from './useRig';

const USES = ['play', 'edit', 'listen', 'power'] as const;

/** A lead: its verdict with the reason, its cables, and a table for the meter. */
export function LeadDetails({
  work,
  lead,
  onRenamed,
}: {
  work: RigWork;
  lead: Lead;
  onRenamed: (name: string) => void;
}) {
  const judged = work.computed?.wires.leads.find((each) => each.id === lead.id);
  const fits = work.computed?.fit.filter((each) => each.lead === lead.id) ?? [];
  return (
    <div className="flex flex-col gap-3">
      {judged !== undefined && (
        <div>
          <p className="flex items-center gap-2">
            <Verdict verdict={judged.verdict} />
            <span>
              {judged.from} → {judged.to}
            </span>
          </p>
          <p className="mt-1">{judged.reason}</p>
          {judged.change !== null && <p className="mt-1 font-semibold">Cheapest change: {judged.change}.</p>}
          {[...judged.warnings, ...judged.cautions].map((text) => (
            <p key={text} className="mt-1 border-l-4 border-warning pl-2 text-sm">
              {text}
            </p>
          ))}
        </div>
      )}
      <Select
        label="What it is there for"
        isLabelShown
        className="w-44"
        value={lead.use ?? ''}
        onChange={(picked) => {
          const use = USES.find((one) => one === picked);
          work.change((rig) =>
            changeLead(rig, lead.id, (before) =>
              use === undefined ? without(before, 'use') : { ...before, use },
            ),
          );
        }}
      >
        <option value="">not said: to play</option>
        {USES.map((use) => (
          <option key={use} value={use}>
            to {use}
          </option>
        ))}
      </Select>
      <LeadParts work={work} lead={lead} />
      <LeadFacts work={work} lead={lead} onRenamed={onRenamed} />
      {work.computed?.wires.sound.some((each) => each.lead === lead.id) === true && (
        <SoundOfLead work={work} lead={lead} />
      )}
      {judged !== undefined && judged.continuity.length > 0 && (
        <table className="table table-xs w-auto">
          <caption className="text-left text-sm">For the meter, with nothing plugged in</caption>
          <tbody>
            {judged.continuity.map(([from, to]) => (
              <tr key={from}>
                <td>{from}</td>
                <td>→</td>
                <td>{to ?? 'nothing'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {fits.map((fit) => (
        <p key={fit.from} className="text-sm">
          From {fit.from}: {fit.percent} % streams
          {fit.lateUs === null
            ? ''
            : `; the last message ${fit.when ?? ''} is ${(fit.lateUs / 1000).toFixed(2)} ms late`}
          {fit.isEstimate ? ' (an estimate)' : ''}
        </p>
      ))}
    </div>
  );
}
