import { useEffect } from 'react';
import { panic } from '../session/panic';

/** A second Escape within this time is meant as panic, whatever took the first one. */
const AGAIN_MS = 1000;

/** What closes or clears itself with Escape, and so takes it. */
const OPEN = 'dialog[open], [popover]:popover-open, [role=menu], .cm-tooltip-autocomplete, .cm-tooltip form';
const TYPED = 'input[type=search], input[list]';

/** Escape is panic in every view of a window that has a bench or a live show open, unless something on the screen takes it. */
export function usePanicKey(): void {
  useEffect(() => {
    let lastMs = -AGAIN_MS;
    let isSettled = false;
    const before = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || event.repeat) {
        return;
      }
      const isAgain = event.timeStamp - lastMs < AGAIN_MS;
      lastMs = event.timeStamp;
      isSettled = isAgain || isTaken(event.target);
      if (isAgain) {
        panic();
      }
    };
    // Whoever takes it says so by then.
    const after = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.repeat && !isSettled && !event.defaultPrevented) {
        panic();
      }
    };
    window.addEventListener('keydown', before, true);
    window.addEventListener('keydown', after);
    return () => {
      window.removeEventListener('keydown', before, true);
      window.removeEventListener('keydown', after);
    };
  }, []);
}

function isTaken(target: EventTarget | null): boolean {
  if (has(OPEN) || has('select:open')) {
    return true;
  }
  if (!(target instanceof HTMLElement)) {
    return false;
  }
  const field = target.closest<HTMLInputElement>(TYPED);
  return (
    (field !== null && (field.value !== '' || field.hasAttribute('list'))) ||
    target.closest('.cm-panel') !== null
  );
}

/** Whether there is such a thing; a browser that does not know the question says no. */
function has(selector: string): boolean {
  try {
    return document.querySelector(selector) !== null;
  } catch {
    return false;
  }
}
