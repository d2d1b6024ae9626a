import { HighlightStyle, StreamLanguage, syntaxHighlighting, type StreamParser } from '@codemirror/language';
import { tags } from '@lezer/highlight';
import words from './words.json';

/** The words of the language, as the core has them (`bin/words`). */
export const {
  headings: HEADINGS,
  ruleLines: RULE_LINES,
  steps: STEPS,
  sceneSteps: SCENE_STEPS,
  kinds: KINDS,
  messages: MESSAGES,
  made: MADE,
  gestures: GESTURES,
  conditions: CONDITIONS,
  fields: FIELDS,
  settable: SETTABLE,
  functions: FUNCTIONS,
} = words;

const WORDS = new Map<string, string>([
  ...words.small.map((word): [string, string] => [word, 'operatorKeyword']),
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
