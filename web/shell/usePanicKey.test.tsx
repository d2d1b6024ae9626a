// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { usePanicKey } from './usePanicKey';

const panic = vi.fn();
let isOpen = true;
vi.mock('../session/benches', () => ({
  currentBench: () => (isOpen ? { id: 'a', store: { panic } } : null),
  onBench: () => () => undefined,
}));

function Screen() {
  usePanicKey();
  return (
    <>
      <button>plain</button>
      <input aria-label="text" />
      <input aria-label="empty search" type="search" />
      <input aria-label="search" type="search" defaultValue="moth" />
      <input aria-label="listed" list="these" />
      <input aria-label="renaming" onKeyDown={(event) => event.stopPropagation()} />
      <input aria-label="taken back" onKeyDown={(event) => event.preventDefault()} />
      <div className="cm-panel">
        <input aria-label="in the editor" />
      </div>
    </>
  );
}

let clock = 0;
const press = (target: Element, afterMs = 5000) => {
  clock += afterMs;
  const event = new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true });
  Object.defineProperty(event, 'timeStamp', { value: clock });
  fireEvent(target, event);
};

beforeEach(() => {
  isOpen = true;
  panic.mockClear();
  render(<Screen />);
});
afterEach(() => {
  cleanup();
});

test('Escape is panic, wherever nothing takes it', () => {
  for (const place of [
    document.body,
    screen.getByText('plain'),
    screen.getByLabelText('text'),
    screen.getByLabelText('empty search'),
  ]) {
    panic.mockClear();
    press(place);
    expect(panic, place.outerHTML.slice(0, 60)).toHaveBeenCalledTimes(1);
  }
});

test('what takes it is not panic, but a second one within a second always is', () => {
  for (const label of ['search', 'listed', 'renaming', 'taken back', 'in the editor']) {
    panic.mockClear();
    press(screen.getByLabelText(label));
    expect(panic, label).not.toHaveBeenCalled();
    press(screen.getByLabelText(label), 999);
    expect(panic, `${label}, again`).toHaveBeenCalledTimes(1);
    press(screen.getByLabelText(label), 1001);
    expect(panic, `${label}, later`).toHaveBeenCalledTimes(1);
  }
});

test('a dialog, a menu and a completion that are open take it', () => {
  for (const html of [
    '<dialog open></dialog>',
    '<ul role="menu"></ul>',
    '<div class="cm-tooltip-autocomplete"></div>',
  ]) {
    panic.mockClear();
    const there = document.createElement('div');
    there.className = 'later';
    there.innerHTML = html;
    document.body.append(there);
    press(document.body);
    expect(panic, html).not.toHaveBeenCalled();
    press(document.body, 500);
    expect(panic, html).toHaveBeenCalledTimes(1);
    there.remove();
  }
});

test('without a bench in this window nothing is silenced', () => {
  isOpen = false;
  press(document.body);
  press(document.body, 100);
  expect(panic).not.toHaveBeenCalled();
});
