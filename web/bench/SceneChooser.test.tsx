// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { SceneChooser } from './SceneChooser';

afterEach(cleanup);

it('marks the current scene and goes to another', () => {
  const onGo = vi.fn();
  render(<SceneChooser titles={['Harbour', 'Open Sea']} current={1} onGo={onGo} />);
  const [harbour, sea] = screen.getAllByRole('button');
  expect([harbour?.getAttribute('aria-current'), sea?.getAttribute('aria-current')]).toEqual([null, 'step']);
  if (harbour !== undefined) {
    fireEvent.click(harbour);
  }
  expect(onGo).toHaveBeenCalledWith(0);
});
