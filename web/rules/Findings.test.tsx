// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { checked as checkedWith } from '../session/samples';
import { Findings } from './Findings';

afterEach(cleanup);

const checked = checkedWith({
  runs: false,
  findings: [
    {
      severity: 'error',
      code: 'unknown-port',
      line: 7,
      column: 3,
      length: 4,
      text: 'there is no out port "mots"',
      fixes: [
        {
          title: 'Send to moths',
          edits: [{ fromLine: 7, fromColumn: 8, toLine: 7, toColumn: 12, text: 'moths' }],
        },
      ],
    },
  ],
});

it('a click goes to the line, another mends it', () => {
  const onLine = vi.fn();
  const onFix = vi.fn();
  render(<Findings checked={checked} onLine={onLine} onFix={onFix} />);
  fireEvent.click(screen.getByRole('button', { name: /Line 7/ }));
  expect(onLine).toHaveBeenCalledWith(7);
  fireEvent.click(screen.getByRole('button', { name: 'Send to moths' }));
  expect(onFix).toHaveBeenCalledWith(checked.findings[0]?.fixes[0]);
});

it('says that the last good rules are still at work', () => {
  const view = render(<Findings checked={checked} onLine={vi.fn()} onFix={vi.fn()} />);
  expect(screen.getByText(/last good ones are still at work/)).toBeTruthy();
  view.rerender(<Findings checked={checkedWith()} onLine={vi.fn()} onFix={vi.fn()} />);
  expect(screen.queryByText(/last good ones/)).toBeNull();
});

it('says the severity in a word, not by colour alone', () => {
  render(<Findings checked={checked} onLine={vi.fn()} onFix={vi.fn()} />);
  expect(screen.getByLabelText('error')).toBeTruthy();
});
