import { HighlightStyle, StreamLanguage, syntaxHighlighting, type StreamParser } from '@codemirror/language';
import { tags } from '@lezer/highlight';

/** First words of lines: headings, declarations, and what a rule is made of. */
export const HEADINGS = [
  'rulebook',
  'middle',
  'programs',
  'port',
  'table',
  'curve',
  'memory',
  'clock',
  'always',
  'scene',
  'rule',
];
export const RULE_LINES = ['from', 'take', 'copy'];
export const STEPS = [
  'set',
  'scale',
  'map',
  'become',
  'only',
  'press',
  'toggle',
  'send',
  'post',
  'remember',
  'drop',
  'thin',
  'deadband',
  'delay',
  'gate',
  'spread',
  'flatten',
  'fan',
  'go',
  'tap',
  'follow',
  'start',
  'stop',
  'tempo',
  'divide',
  'multiply',
  'mirror',
  'panic',
];
export const KINDS = [
  'note',
  'polypressure',
  'cc',
  'mode',
  'cc14',
  'nrpn',
  'rpn',
  'program',
  'pressure',
  'bend',
  'sysex',
  'clock',
  'start',
  'continue',
  'stop',
  'position',
  'song',
  'tune',
  'sensing',
  'reset',
  'timecode',
  'mpe',
  'any',
];
export const FIELDS = [
  'channel',
  'key',
  'velocity',
  'release',
  'number',
  'value',
  'program',
  'bend',
  'pressure',
  'scene',
];
const SMALL = [
  'in',
  'out',
  'to',
  'channel',
  'channels',
  'where',
  'changed',
  'else',
  'for',
  'fold',
  'and',
  'or',
  'not',
  'curve',
  'bank',
  'power',
  'on',
  'enter',
  'leave',
  'over',
  'rotate',
  'fill',
  'steal',
  'oldest',
  'none',
  'priority',
  'last',
  'high',
  'low',
  'timbre',
  'poly',
  'per',
  'beat',
  'taps',
  'pulse',
  'of',
  'jump',
  'pickup',
  'scaled',
  'next',
  'previous',
  'lower',
  'upper',
  'coarse',
];

const WORDS = new Map<string, string>([
  ...SMALL.map((word): [string, string] => [word, 'operatorKeyword']),
  ...FIELDS.map((word): [string, string] => [word, 'propertyName']),
  ...KINDS.map((word): [string, string] => [word, 'typeName']),
]);

const parser: StreamParser<{ isFirst: boolean }> = {
  name: 'rulebook',
  startState: () => ({ isFirst: true }),
  token(stream, state) {
    if (stream.sol()) {
      state.isFirst = true;
    }
    if (stream.eatSpace()) {
      return null;
    }
    const isFirst = state.isFirst;
    state.isFirst = false;
    if (stream.match(/^"[^"]*"?/)) {
      return 'string';
    }
    if (stream.match(/^[A-G][#b]?-?\d+(?![A-Za-z0-9_])/)) {
      return 'number';
    }
    if (stream.match(/^#.*/)) {
      return 'comment';
    }
    if (stream.match(/^(0x[0-9A-Fa-f]+|\d+(\.\d+)?(ms|s)?)/)) {
      return 'number';
    }
    const word = stream.match(/^[a-z][a-z0-9_]*/);
    if (word && typeof word !== 'boolean') {
      if (isFirst && [...HEADINGS, ...RULE_LINES, ...STEPS, 'on'].includes(word[0])) {
        return HEADINGS.includes(word[0]) ? 'keyword' : 'controlKeyword';
      }
      return WORDS.get(word[0]) ?? 'variableName';
    }
    stream.next();
    return null;
  },
};

export const rulebookLanguage = StreamLanguage.define(parser);

export const rulebookColours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.keyword, color: 'var(--color-primary)', fontWeight: '600' },
    { tag: tags.controlKeyword, color: 'var(--color-secondary)', fontWeight: '600' },
    { tag: tags.operatorKeyword, color: 'var(--color-secondary)' },
    { tag: tags.typeName, color: 'var(--color-info)' },
    { tag: tags.propertyName, color: 'var(--color-accent)' },
    { tag: tags.string, color: 'var(--color-primary)' },
    { tag: tags.number, color: 'var(--color-success)' },
    {
      tag: tags.comment,
      color: 'color-mix(in oklab, var(--color-base-content) 72%, var(--color-base-100))',
      fontStyle: 'italic',
    },
  ]),
);
