import { expect, test } from 'vitest';
import source from '../../docs/first-rig.md?raw';
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

test('the guide counts from one without a gap', () => {
  const all = steps(source);
  expect(all.map((step) => step.number)).toEqual(all.map((_, index) => index + 1));
  expect(all.length).toBeGreaterThan(15);
});
