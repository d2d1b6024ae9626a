import { VIEW } from '../ui/View';

/** What can have the focus. */
const CAN = 'a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex="-1"])';
/** What moves its focus by itself. */
const BY_ITSELF = '[role=grid], svg, .cm-editor';

/** Where something stood: what it was in, and at which place there, from the inside to the outside. */
type Way = readonly { parent: Element; place: number }[];

/**
 * Sees to it that the focus is never nowhere: when what has it is removed, the next of its list gets it, else the one before, else what is around
 * them; when the whole view became another one, that view.
 *
 * @returns ends it
 */
export function keepFocus(root: HTMLElement): () => void {
  let last: { element: Element; name: string; way: Way } | null = null;
  let frame = 0;
  const onIn = ({ target }: FocusEvent) => {
    last =
      target instanceof Element && target.closest(BY_ITSELF) === null
        ? { element: target, name: nameOf(target), way: wayTo(target, root) }
        : null;
  };
  const onOut = () => {
    // What is still there a moment later was left, not removed.
    const { element } = last ?? {};
    queueMicrotask(() => {
      if (element?.isConnected === true && last?.element === element && isNowhere()) {
        last = null;
      }
    });
  };
  const look = () => {
    if (last === null || last.element.isConnected || !isNowhere()) {
      return;
    }
    const { name, way } = last;
    last = null;
    nextOf(way, name)?.focus({ preventScroll: true });
  };
  // Whoever removes something may give the focus to something else itself.
  const removed = new MutationObserver(() => {
    cancelAnimationFrame(frame);
    frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(look);
    });
  });
  root.addEventListener('focusin', onIn);
  root.addEventListener('focusout', onOut);
  removed.observe(root, { childList: true, subtree: true });
  return () => {
    cancelAnimationFrame(frame);
    removed.disconnect();
    root.removeEventListener('focusin', onIn);
    root.removeEventListener('focusout', onOut);
  };
}

const isNowhere = () => document.activeElement === null || document.activeElement === document.body;

function wayTo(element: Element, root: HTMLElement): Way {
  const way = [];
  for (let each = element; each !== root && each.parentElement !== null; each = each.parentElement) {
    way.push({ parent: each.parentElement, place: [...each.parentElement.children].indexOf(each) });
  }
  return way;
}

function nextOf(way: Way, name: string): HTMLElement | null {
  for (const { parent, place } of way) {
    if (!parent.isConnected) {
      continue;
    }
    if (parent.closest(`main, [role=dialog], dialog, [role=menu]`) === null) {
      return document.getElementById(VIEW);
    }
    const { children } = parent;
    for (const near of [children[place], children[place - 1], parent]) {
      const found = near === undefined ? null : inside(near, name);
      if (found !== null) {
        return found;
      }
    }
  }
  return document.getElementById(VIEW);
}

/** What does the same there, such as the next "Leave out: …"; else what is to be done next; else the first that can have the focus. */
function inside(near: Element, name: string): HTMLElement | null {
  const all = [...(near.matches(CAN) ? [near] : []), ...near.querySelectorAll(CAN)].filter(
    (each): each is HTMLElement =>
      each instanceof HTMLElement && !each.matches(':disabled') && each.closest('[inert]') === null,
  );
  const [word] = name.split(/[\s:]/);
  return (
    all.find((each) => word !== '' && nameOf(each).split(/[\s:]/)[0] === word) ??
    all.find((each) => each.matches('.btn-primary')) ??
    all[0] ??
    null
  );
}

const nameOf = (element: Element) =>
  (element.getAttribute('aria-label') ?? element.textContent).trim().slice(0, 80);
