import { expect, it } from 'vitest';
import { examples, search, sections } from './sections';

const all = sections('# One\nabout keys\n## Toggle\nlatches keys\n## Other\ntoggle elsewhere\n');

it('cuts a text at its headings', () => {
  expect(all.map((section) => section.title)).toEqual(['One', 'Toggle', 'Other']);
});

it('finds the rulebooks to try', () => {
  expect(examples({ title: '', text: 'a\n```rulebook\nport a in\n```\n```in\n0 a F8\n```\n' })).toEqual([
    'port a in\n',
  ]);
});

it('finds sections with all words, titles first', () => {
  expect(search(all, 'toggle').map((section) => section.title)).toEqual(['Toggle', 'Other']);
  expect(search(all, 'latches KEYS').map((section) => section.title)).toEqual(['Toggle']);
  expect(search(all, '')).toHaveLength(3);
  expect(search(all, 'nothing')).toHaveLength(0);
});
