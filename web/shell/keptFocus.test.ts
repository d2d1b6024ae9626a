// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { keepFocus } from './keptFocus';

const settled = () => new Promise((done) => setTimeout(done, 80));
const button = (name: string) =>
  [...document.querySelectorAll('button')].find((each) => each.getAttribute('aria-label') === name);

describe('the focus', () => {
  let end = () => {};

  beforeEach(() => {
    document.body.innerHTML = `<main id="view" tabindex="-1"><ol>${['Ash', 'Birch', 'Cedar']
      .map(
        (tree) =>
          `<li><button aria-label="Choose ${tree}"></button><button aria-label="Leave out: ${tree}"></button></li>`,
      )
      .join('')}</ol><button aria-label="Add"></button></main>`;
    end = keepFocus(document.body);
  });

  afterEach(() => end());

  it.each([
    [0, 'Leave out: Birch'],
    [1, 'Leave out: Cedar'],
    [2, 'Leave out: Birch'],
  ])('goes from row %i to %s when the row is removed', async (row, next) => {
    const item = document.querySelectorAll('li')[row];
    item?.querySelectorAll('button')[1]?.focus();
    item?.remove();
    await settled();
    expect(document.activeElement?.getAttribute('aria-label')).toBe(next);
  });

  it('goes to what is beside a list of which nothing is left', async () => {
    button('Leave out: Ash')?.focus();
    document.querySelector('ol')?.remove();
    await settled();
    expect(document.activeElement).toBe(button('Add'));
  });

  it('goes to the view when that becomes another one', async () => {
    button('Add')?.focus();
    document.body.innerHTML = '<main id="view" tabindex="-1"><p>else</p></main>';
    await settled();
    expect(document.activeElement?.id).toBe('view');
  });

  it('stays where somebody else has put it, and nowhere when it was left there', async () => {
    button('Leave out: Ash')?.focus();
    document.querySelector('li')?.remove();
    button('Add')?.focus();
    await settled();
    expect(document.activeElement).toBe(button('Add'));
    button('Add')?.blur();
    await settled();
    button('Add')?.remove();
    await settled();
    expect(document.activeElement).toBe(document.body);
  });
});
