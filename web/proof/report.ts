import { without } from '../model/without';
import { minutes } from '../show/length';
import type { Rehearsed, Report, RigBeside } from '../api/types';

/** Faults that did harm. */
export function harmful(met: Rehearsed): Rehearsed['faults'] {
  return met.faults.filter((fault) => fault.hangs.length + fault.wrong.length > 0);
}

/** What a rehearsal came to; what was settled about a fault before is taken over as long as it does the same harm. */
export function reported(
  { report: last }: RigBeside['report'],
  met: Rehearsed,
  now: Date,
  by: string,
): RigBeside['report'] {
  const before = last?.mishaps ?? [];
  const mishaps = harmful(met).map((fault) => {
    const old = before.find((each) => each.fault === fault.fault);
    const isSame =
      old !== undefined &&
      String(old.hangs ?? []) === String(fault.hangs) &&
      String(old.wrong ?? []) === String(fault.wrong);
    return {
      fault: fault.fault,
      wayBack: fault.wayBack,
      hangs: fault.hangs,
      wrong: fault.wrong,
      presses: fault.presses,
      ...(fault.forUs === null ? {} : { forUs: fault.forUs }),
      ...(fault.by === null ? {} : { by: fault.by }),
      ...(fault.afterS === null ? {} : { afterS: fault.afterS }),
      ...(isSame && old.settled !== undefined ? { settled: old.settled } : {}),
    };
  });
  const report: Report = {
    at: now.toISOString(),
    tried: met.faults.length,
    leftOut: met.leftOut,
    mishaps,
    ...(by === '' ? {} : { by }),
    ...(met.next < met.total ? { of: met.total } : {}),
  };
  return { report };
}

/** How long something stands wrong: until a scene of the set list comes, in its own times, or until it comes right by itself. */
export function howLong(mishap: { forUs?: number; by?: string; afterS?: number }): string {
  if (mishap.forUs === undefined) {
    return 'until then';
  }
  if (mishap.by !== undefined) {
    return mishap.afterS === undefined
      ? `until “${mishap.by}”`
      : `${minutes(mishap.afterS)}, until “${mishap.by}”`;
  }
  return `${(mishap.forUs / 1_000_000).toFixed(1)} s`;
}

/** Says what is done about a fault; an empty text opens it again. */
export function settle(beside: RigBeside['report'], fault: string, text: string): RigBeside['report'] {
  return beside.report === undefined
    ? beside
    : {
        report: {
          ...beside.report,
          mishaps: (beside.report.mishaps ?? []).map((each) => {
            if (each.fault !== fault) {
              return each;
            }
            return text === '' ? without(each, 'settled') : { ...each, settled: text };
          }),
        },
      };
}
