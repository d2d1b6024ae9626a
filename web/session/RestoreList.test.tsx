// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Receiver } from '../api/types';
import { EMPTY } from './benchState';
import { BenchStore } from './BenchStore';
import { RestoreList } from './RestoreList';
import { SILENT } from './silent';

afterEach(cleanup);

const unit = (port: string, hazards: string[], restores = true): Receiver => ({
  port,
  restores,
  byHand: [],
  hazards,
  view: { ...SILENT, label: port },
});

function list(receivers: Receiver[]) {
  const restore = vi.fn<BenchStore['restore']>();
  const store = new BenchStore();
  Object.assign(store, { restore, snapshot: () => state });
  const state = { ...EMPTY, receivers };
  render(<RestoreList store={store} />);
  return restore;
}

it('restores one unit, or all that cannot hurt anybody', () => {
  const restore = list([
    unit('brine', []),
    unit('desk', ['level']),
    unit('drive', []),
    unit('ticker', [], false),
  ]);
  expect(screen.queryByRole('button', { name: 'ticker' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: /desk/ }));
  fireEvent.click(screen.getByRole('button', { name: 'All others' }));
  expect(restore.mock.calls.map(([port]) => port)).toEqual(['desk', 'brine', 'drive']);
  expect(screen.getByText(/level: look first/)).toBeTruthy();
});

it('says so where there is nothing to restore', () => {
  list([unit('ticker', [], false)]);
  expect(screen.getByText(/nothing to restore/)).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
});
