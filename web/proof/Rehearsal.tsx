import { author } from '../api/author';
import type { ReportedFault, RigBeside } from '../api/types';
import { SavingNotice } from '../documents/SavingNotice';
import type { JsonWork } from '../documents/useJson';
import { Button } from '../ui/Button';
import { harmful, howLong, reported, settle } from './report';
import { useRehearsal } from './useRehearsal';

/** The whole set list played by the stand-ins, with everything that goes wrong on a floor: what stands wrong, for how long, and the way back. */
export function Rehearsal({ id, work }: { id: string; work: JsonWork<RigBeside['report']> }) {
  const rehearsing = useRehearsal(id, (met) =>
    work.change((before) => reported(before, met, new Date(), author())),
  );
  const { met } = rehearsing;
  const { report } = work.value;
  const mishaps = report?.mishaps ?? [];
  const open = mishaps.filter((each) => each.settled === undefined);
  return (
    <section aria-label="Rehearsal" className="flex flex-col gap-2">
      <h3 className="text-lg font-semibold">Rehearsal</h3>
      <SavingNotice work={work} what="report" />
      <p className="flex flex-wrap items-center gap-3">
        {met === undefined ? (
          <Button
            tone={report === undefined ? 'primary' : 'plain'}
            label={report === undefined ? 'Rehearse with faults' : 'Rehearse again'}
            onClick={rehearsing.begin}
          />
        ) : (
          <>
            <Button label="Stop" onClick={rehearsing.stop} />
            <progress
              className="progress w-40"
              aria-label="Rehearsing"
              value={met.next}
              max={Math.max(1, met.total)}
            />
            <span role="status">
              {met.total === 0
                ? 'The show is played as it should be …'
                : `${met.next} of ${met.total} faults tried, ${harmful(met).length} do harm so far.`}
            </span>
          </>
        )}
        {report !== undefined && met === undefined && (
          <span role="status">
            {new Date(report.at).toLocaleString('sv').slice(0, 16)}
            {report.by === undefined ? '' : ` by ${report.by}`}: {report.tried}
            {report.of === undefined ? '' : ` of ${report.of}`} faults tried, {report.tried - mishaps.length}{' '}
            do no harm, {mishaps.length} do;{' '}
            <b className={open.length === 0 ? 'text-success' : 'text-warning'}>
              {open.length === 0 ? 'all of these are settled.' : `${open.length} to solve.`}
            </b>
          </span>
        )}
      </p>
      {rehearsing.error !== undefined && <p role="alert">{rehearsing.error}</p>}
      {met !== undefined && harmful(met).length > 0 && (
        <ul aria-label="Met so far" className="text-sm">
          {harmful(met).map((each) => (
            <li key={each.fault}>
              <b>{each.fault}</b>: {[...each.hangs.map((hang) => `${hang} hangs`), ...each.wrong].join('; ')}
            </li>
          ))}
        </ul>
      )}
      {(report?.leftOut ?? []).length > 0 && (
        <p className="border-l-4 border-warning pl-2 text-sm">
          Never rehearsed, because it can hurt: {report?.leftOut?.join(', ')}.
        </p>
      )}
      {mishaps.length > 0 && met === undefined && (
        <table className="table table-sm" aria-label="What went wrong">
          <thead>
            <tr>
              <th>Fault</th>
              <th>Hangs or stands wrong</th>
              <th>For</th>
              <th>The way back</th>
              <th>What we do about it</th>
            </tr>
          </thead>
          <tbody>
            {[...open, ...mishaps.filter((each) => each.settled !== undefined)].map((fault) => (
              <Row
                key={fault.fault}
                fault={fault}
                onSettle={(text) => work.change((before) => settle(before, fault.fault, text))}
              />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Row({ fault, onSettle }: { fault: ReportedFault; onSettle: (text: string) => void }) {
  return (
    <tr className="align-top">
      <td>
        {fault.fault}
        {fault.settled === undefined && (
          <span className="mt-1 badge whitespace-nowrap badge-warning">to solve</span>
        )}
      </td>
      <td>
        {(fault.hangs ?? []).map((hang) => (
          <p key={hang} className="font-semibold">
            {hang} hangs
          </p>
        ))}
        {(fault.wrong ?? []).map((wrong) => (
          <p key={wrong}>{wrong}</p>
        ))}
      </td>
      <td className="font-mono">{howLong(fault)}</td>
      <td>
        {fault.wayBack}
        {(fault.presses ?? []).length > 0 && (
          <span className="block">
            {fault.forUs !== undefined && 'sooner: '}
            <b>{fault.presses?.join(', then ')}</b>
          </span>
        )}
      </td>
      <td className="w-56">
        <textarea
          aria-label={`What we do about it: ${fault.fault}`}
          className="textarea w-full text-sm"
          rows={2}
          value={fault.settled ?? ''}
          onChange={(event) => onSettle(event.target.value)}
        />
      </td>
    </tr>
  );
}
