import type { Late } from '../../api/types';
import type { Passage } from '../../session/passages';

/** Where everything of one message is drawn. All lengths are pixels, y counts from the top of the row. */
export interface RowLayout {
  height: number;
  /** The folded line from the left rail through the rules. */
  line: string;
  folds: FoldLayout[];
  /** A torn edge where the message ends, with what became of it and why. */
  tear: { x: number; y: number; fate: string; reason: string } | null;
}

export interface FoldLayout {
  x: number;
  y: number;
  title: string;
  changes: string;
  hasMark: boolean;
  /** What is said of a message that ends here without leaving or being stopped. */
  ending: string;
  outs: OutLayout[];
  tear: { x: number; y: number; reason: string } | null;
}

export interface OutLayout extends Leaving {
  path: string;
  y: number;
}

export const LEFT = 158;
export const RIGHT = 150;
const TOP = 22;
const FOLD = 46;
const OUT = 34;
const FOLD_X = LEFT + 40;
const FAN = 34;

type Made = Pick<Late, 'text' | 'brief' | 'channel' | 'port' | 'bytes' | 'remark' | 'voice' | 'arrived'>;

interface Leaving {
  text: string;
  /** In few letters, without its channel. */
  brief: string;
  channel: number | null;
  /** What it did to units of the rig. */
  arrived: string | null;
  port: string;
  isLate: boolean;
  /** What is said of it, such as the voice it takes. */
  remark: string | null;
  /** The voice that a note takes, counted from 1. */
  voice: number | null;
  /** Number of messages that it stands for, all of one group. */
  messages: number;
}

/** How high a message is drawn; needs no drawing, so that long lists scroll well. */
export function rowHeight(passage: Passage): number {
  const visits = passage.record.visits;
  if (visits.length === 0 || passage.folded !== undefined) {
    return FOLD;
  }
  return visits.reduce((sum, visit, index) => sum + foldHeight(leaving(passage, index, visit.outs)), 0);
}

export function layoutRow(passage: Passage, width: number): RowLayout {
  const { record } = passage;
  const rail = width - RIGHT;
  if (record.visits.length === 0) {
    const x = LEFT + 70;
    return {
      height: FOLD,
      line: `M${LEFT} ${TOP}H${x}`,
      folds: [],
      tear: { x, y: TOP, fate: record.fate, reason: record.reason ?? '' },
    };
  }
  const folds: FoldLayout[] = [];
  let line = `M${LEFT} ${TOP - 8}`;
  let top = 0;
  record.visits.forEach((visit, index) => {
    const outs = leaving(passage, index, visit.outs);
    const y = top + TOP;
    if (index > 0) {
      line += `L${LEFT + 10} ${(top + (folds[index - 1]?.y ?? 0)) / 2 + 10}`;
    }
    line += `L${FOLD_X} ${y}`;
    const torn = outs.length === 0 && visit.tear !== null;
    folds.push({
      x: FOLD_X,
      y,
      title: visit.title,
      changes: visit.marks.map((mark) => mark.brief.trim()).join(',  '),
      ending: outs.length > 0 || visit.tear !== null ? '' : (record.reason ?? 'nothing to send'),
      hasMark: visit.marks.length > 0,
      outs: outs.map((out, at) => {
        const outY = top + TOP + at * OUT;
        return {
          ...out,
          y: outY,
          path: `M${FOLD_X} ${y}H${rail - FAN}${outY === y ? '' : `L${rail - FAN / 2} ${outY}`}H${rail}`,
        };
      }),
      tear: torn ? { x: rail - FAN, y, reason: stopped(visit.tear) } : null,
    });
    top += foldHeight(outs);
  });
  return { height: top, line, folds, tear: null };
}

function foldHeight(outs: readonly Leaving[]): number {
  return FOLD + Math.max(0, outs.length - 1) * OUT;
}

/** What left by one rule: at once, and later. */
function leaving(passage: Passage, index: number, outs: readonly Made[]): Leaving[] {
  const rule = passage.record.visits[index]?.rule;
  const isLast = passage.record.visits.findLastIndex((visit) => visit.rule === rule) === index;
  const late = isLast ? passage.late.filter((each) => each.rule === rule) : [];
  return [...outs.map((out) => leave(out, false)), ...late.map((out) => leave(out, true))];
}

function leave(
  { text, brief, channel, port, bytes, remark, voice, arrived }: Made,
  isLate: boolean,
): Leaving {
  return {
    text,
    brief,
    channel,
    port,
    remark,
    voice,
    arrived: arrived ?? null,
    isLate,
    messages: 1 + (bytes.match(/ [89A-E][0-9A-F] /g)?.length ?? 0),
  };
}

/** Why it ends here; a torn edge says by itself that it was dropped. */
function stopped(tear: { how: string; reason: string } | null): string {
  return tear === null ? '' : tear.how === 'dropped' ? tear.reason : `${tear.how}: ${tear.reason}`;
}

/** Cuts text to what fits in a width; the whole is in the explanation. */
export function fit(text: string, width: number, perCharacter = 6.9): string {
  const most = Math.max(4, Math.floor(width / perCharacter));
  return text.length <= most ? text : `${text.slice(0, most - 1)}…`;
}
