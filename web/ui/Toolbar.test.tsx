// @vitest-environment jsdom
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { expect, test } from 'vitest';
import { Toolbar } from './Toolbar';

(globalThis as unknown as { IS_REACT_ACT_ENVIRONMENT: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

const host = document.body.appendChild(document.createElement('div'));
const root = createRoot(host);
const show = (...labels: string[]) =>
  act(() =>
    root.render(
      <Toolbar label="Tools">
        {labels.map((label) => (
          <button key={label} disabled={label === 'off'}>
            {label}
          </button>
        ))}
      </Toolbar>,
    ),
  );
const button = (label: string) =>
  [...host.querySelectorAll('button')].find((each) => each.textContent === label);
const stops = () =>
  [...host.querySelectorAll('button')]
    .filter((each) => !each.disabled && each.tabIndex === 0)
    .map((each) => each.textContent);
const press = (key: string) =>
  act(() => {
    document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  });
const now = () => document.activeElement?.textContent;

test('Tab comes to one button of it, arrows to the others, all round', () => {
  show('off', 'tidy', 'rename', 'history');
  expect(stops()).toEqual(['tidy']);
  act(() => button('tidy')?.focus());
  press('ArrowRight');
  expect(now()).toBe('rename');
  expect(stops()).toEqual(['rename']);
  press('End');
  expect(now()).toBe('history');
  press('ArrowRight');
  expect(now()).toBe('tidy');
  press('ArrowLeft');
  expect(now()).toBe('history');
  press('Home');
  expect(now()).toBe('tidy');
  press('x');
  expect(now()).toBe('tidy');
});

test('when the button that Tab comes to is gone, it comes to another', () => {
  show('tidy', 'rename');
  act(() => button('rename')?.focus());
  expect(stops()).toEqual(['rename']);
  show('tidy', 'history');
  expect(stops()).toEqual(['tidy']);
});
