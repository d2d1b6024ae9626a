import { without } from '../rigs/edits';
import type { Rehearsed, Report, Rig } from '../api/types';

/** What a rehearsal came to; what was settled about a fault before is taken over as long as it does the same harm. */
export function reported(rig: Rig, met: Rehearsed, now: Date, by: string): Rig {
  const before = rig.report?.mishaps ?? [];
  const mishaps = met.faults
    .filter((fault) => fault.hangs.length + fault.wrong.length > 0)
    .map((fault) => {
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
        ...(isSame && old.settled !== undefined ? { settled: old.settled } : {}),
      };
    });
  const report: Report = {
    at: now.toISOString(),
    tried: met.faults.length,
    leftOut: met.leftOut,
    mishaps,
    ...(by === '' ? {} : { by }),
  };
  return { ...rig, report };
}

/** Says what is done about a fault; an empty text opens it again. */
export function settle(rig: Rig, fault: string, text: string): Rig {
  return rig.report === undefined
    ? rig
    : {
        ...rig,
        report: {
          ...rig.report,
          mishaps: (rig.report.mishaps ?? []).map((each) => {
            if (each.fault !== fault) {
              return each;
            }
            return text === '' ? without(each, 'settled') : { ...each, settled: text };
          }),
        },
      };
}
