import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import type { Checked } from '../api/types';
import { titlesAt, unitOffers, type DeviceNames } from './devices';
import {
  CONDITIONS,
  FIELDS,
  FUNCTIONS,
  GESTURES,
  HEADINGS,
  KINDS,
  MADE,
  RULE_LINES,
  SCENE_STEPS,
  SETTABLE,
  STEPS,
} from './language';

type Names = Checked['names'];

/** Offers what can stand at the cursor: keywords, the names declared, kinds of message, fields. */
export function complete(names: () => Names | null, devices: () => readonly DeviceNames[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const word = /[a-z][a-z0-9_]*$/.exec(before)?.[0] ?? '';
    const title = /"([^"]*)$/.exec(before)?.[1];
    if (title !== undefined) {
      return titles(context, before, title, devices());
    }
    if (before.includes('#') || (word === '' && !context.explicit && !/[, ]$/.test(before))) {
      return null;
    }
    const start = before.slice(0, before.length - word.length);
    const options = [...unitOffers(start, devices()), ...offers(start, names())];
    return options.length === 0
      ? null
      : { from: context.pos - word.length, options, validFor: /^[a-z0-9_]*$/ };
  };
}

/** Titles of the chart, in the quotes that are open at the cursor; what closes them is written as well. */
function titles(
  context: CompletionContext,
  before: string,
  typed: string,
  devices: readonly DeviceNames[],
): CompletionResult | null {
  const isClosed = context.state.sliceDoc(context.pos, context.pos + 1) === '"';
  const options = titlesAt(before, devices).map(({ title, bytes }) => ({
    label: title,
    detail: bytes,
    apply: isClosed ? title : `${title}"`,
  }));
  return options.length === 0 ? null : { from: context.pos - typed.length, options, validFor: /^[^"]*$/ };
}

/** What fits behind the text of a line so far. */
export function offers(before: string, names: Names | null): Completion[] {
  const first = /^\s*([a-z]+)\s/.exec(before)?.[1];
  const last = /([a-z]+)[\s,(]*$/.exec(before)?.[1] ?? '';
  if (first === undefined) {
    return [...of('keyword', STEPS), ...of('keyword', RULE_LINES), ...of('heading', HEADINGS)];
  }
  if (first === 'from') {
    return of('in port', names?.in ?? []);
  }
  if (first === 'send' || / to [a-z0-9_, ]*$/.test(before)) {
    return first === 'send' && /[a-z0-9_] $/.test(before) && last !== 'send'
      ? of('word', ['channel'])
      : of('out port', names?.out ?? []);
  }
  if (first === 'take' || first === 'copy') {
    return /\bwhere\b/.test(before)
      ? expression(names)
      : [
          ...of('kind', KINDS),
          ...(first === 'take' ? of('gesture', GESTURES) : []),
          ...of('condition', CONDITIONS),
        ];
  }
  if (last === 'curve') {
    return of('curve', names?.curves ?? []);
  }
  if (first === 'map' && last !== 'map') {
    return [...of('table', names?.tables ?? []), ...of('word', ['else drop'])];
  }
  if (first === 'port') {
    return of('word', ['in', 'out']);
  }
  if (first === 'group') {
    return last === 'of'
      ? of('in port', names?.in ?? [])
      : of('word', ['of', 'cc', 'note key', 'channel', 'or none']);
  }
  if (first === 'on') {
    return /\bdo\s+$/.test(before)
      ? of('stack', names?.stacks ?? [])
      : /\b(enter|leave)\s+$/.test(before)
        ? of('keyword', SCENE_STEPS)
        : of('word', ['enter', 'leave']);
  }
  if (first === 'do') {
    return of('stack', names?.stacks ?? []);
  }
  if (/^\s*choose\s+$/.test(before)) {
    return of('group', names?.groups ?? []);
  }
  if (/^\s*(tap|follow|start|stop|tempo)\s+$/.test(before)) {
    return of('clock', names?.clocks ?? []);
  }
  if (/^\s*go\s+$/.test(before)) {
    return [
      ...of('word', ['next', 'previous']),
      ...of(
        'scene',
        (names?.scenes ?? []).map((title) => `"${title}"`),
      ),
    ];
  }
  if (/^\s*(set|scale|map)\s+$/.test(before)) {
    return of('field', SETTABLE);
  }
  if (/^\s*(become|post)\s+$/.test(before)) {
    return of('message', MADE);
  }
  if (/^\s*remember\s+$/.test(before)) {
    return of('memory', names?.memories ?? []);
  }
  return ['set', 'only', 'remember', 'become', 'post', 'choose', 'tempo'].includes(first)
    ? expression(names)
    : [];
}

function expression(names: Names | null): Completion[] {
  return [
    ...of('field', FIELDS),
    ...of('memory', names?.memories ?? []),
    ...of('group', names?.groups ?? []),
    ...of('table', names?.tables ?? []),
    ...of('function', FUNCTIONS),
    ...of('word', ['and', 'or', 'not', 'channel', 'value', 'velocity', 'fold']),
  ].filter((option, index, all) => all.findIndex((other) => other.label === option.label) === index);
}

function of(detail: string, labels: readonly string[]): Completion[] {
  return labels.map((label) => ({ label, detail }));
}
