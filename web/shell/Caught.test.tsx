// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Caught } from './Caught';

afterEach(cleanup);

function Broken(): never {
  throw new Error('no such field');
}

test('a view that cannot be drawn says so, and leaves the others', () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  history.replaceState(null, '', '/rigs/a');
  const shown = (of: string) => (
    <>
      <button type="button">Panic</button>
      <Caught of={of}>{of === '/rigs/a' ? <Broken /> : <p>Another rig</p>}</Caught>
    </>
  );
  const { rerender } = render(shown('/rigs/a'));
  expect(screen.getByRole('heading').textContent).toContain('cannot be drawn');
  expect(screen.getByRole('link', { name: 'Open it again' }).getAttribute('href')).toBe('/rigs/a');
  expect(screen.getByRole('button', { name: 'Panic' })).toBeDefined();
  rerender(shown('/rigs/b'));
  expect(screen.getByText('Another rig')).toBeDefined();
  expect(screen.queryByRole('link')).toBeNull();
});
