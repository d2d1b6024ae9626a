import { describe, expect, it } from 'vitest';
import type { TraceRecord } from '../../api/types';
import type { Passage } from '../../session/passages';
import { late, made, record } from '../../session/samples';
import { fit, layoutRow, rowHeight } from './layout';

function passage(visits: TraceRecord['visits'], change: Partial<TraceRecord> = {}): Passage {
  return { record: record({ visits, ...change }), late: [], isStream: false };
}

const out = made();
const visit = { rule: 0, title: 'Through', line: 1, marks: [], outs: [out], tear: null };

describe('the zigzag of a message', () => {
  it('is as high as its height says, whatever happened', () => {
    const torn = { ...visit, outs: [], tear: { line: 3, how: 'dropped', reason: 'drop' } };
    for (const visits of [[], [visit], [visit, torn], [{ ...visit, outs: [out, out, out] }, visit]]) {
      expect(layoutRow(passage(visits), 700).height).toBe(rowHeight(passage(visits)));
    }
  });

  it('leaves on the right rail once for each message sent', () => {
    const { folds } = layoutRow(passage([{ ...visit, outs: [out, out] }]), 700);
    expect(folds[0]?.outs.map((each) => each.path.endsWith('H550'))).toEqual([true, true]);
    expect(folds[0]?.outs[1]?.y).toBeGreaterThan(folds[0]?.outs[0]?.y ?? 0);
  });

  it('ends torn with the reason when nothing took it', () => {
    const { tear } = layoutRow(passage([], { fate: 'unclaimed', reason: 'no rule took it' }), 700);
    expect([tear?.fate, tear?.reason]).toEqual(['unclaimed', 'no rule took it']);
  });

  it('puts what goes out later with the rule it came from', () => {
    const { folds } = layoutRow({ ...passage([visit]), late: [late({ timeUs: 9 })] }, 700);
    expect(folds[0]?.outs.map((each) => each.isLate)).toEqual([false, true]);
  });
});

describe('what is said of a message that leaves', () => {
  const leaving = (change: Partial<typeof out>) =>
    layoutRow(passage([{ ...visit, outs: [{ ...out, ...change }] }]), 700).folds[0]?.outs[0];

  it('is the voice that it takes', () => {
    expect(leaving({ remark: 'voice 3', voice: 3 })?.voice).toBe(3);
  });

  it('is how many messages travel as one', () => {
    const group = { bytes: 'B8 63 08 B8 62 03 B8 06 44 B8 26 22', text: 'nrpn 8:3 value 8738, channel 9' };
    expect(leaving(group)?.messages).toBe(4);
    expect(leaving({})?.messages).toBe(1);
    expect(leaving({ bytes: 'F0 7D 01 F7' })?.messages).toBe(1);
  });
});

describe('short texts', () => {
  it('are cut where they do not fit', () => {
    expect(fit('abcdefghij', 40, 10)).toBe('abc…');
    expect(fit('abc', 40, 10)).toBe('abc');
  });
});
