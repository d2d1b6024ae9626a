import { expect, test } from 'vitest';
import { GUIDES } from './guides';
import { placeFrom } from './place';
import { steps } from './steps';

test('steps are numbered through, each under its heading, with what is to be pasted', () => {
  const all = steps(
    '## One\n\n1. Press **A**.\n2. Paste:\n\n   ```\n   x\n     y\n   ```\n\n## Two\n\n10. End.\n',
  );
  expect(all).toEqual([
    { title: 'One', number: 1, text: 'Press **A**.' },
    { title: 'One', number: 2, text: 'Paste:\n\n```\nx\n  y\n```' },
    { title: 'Two', number: 10, text: 'End.' },
  ]);
});

test.each(Object.values(GUIDES))('the guide “$title” counts from one without a gap', ({ source }) => {
  const all = steps(source);
  expect(all.map((step) => step.number)).toEqual(all.map((_, index) => index + 1));
  expect(all.length).toBeGreaterThan(8);
});

test('a place in a guide is kept by its name; one of before there were two is in the first', () => {
  expect(placeFrom('two-boxes 3')).toEqual({ guide: 'two-boxes', step: 3 });
  expect(placeFrom('7')).toEqual({ guide: 'first-rig', step: 7 });
  expect([placeFrom(null), placeFrom(''), placeFrom('no-such 3'), placeFrom('two-boxes')]).toEqual([
    null,
    null,
    null,
    null,
  ]);
});
