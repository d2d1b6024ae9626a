import { difference } from './patches';

/** After so long a pause a new step begins. */
const PAUSE_MS = 3000;

/** Where something was typed last, and when. */
export interface Typed {
  place: string;
  at: number;
}

/** Whether a change goes on with the word that is being typed in one place; notes down where that is. */
export function isSameWord(typed: Typed, now: unknown, after: unknown): boolean {
  const patches = difference(now, after);
  const [patch] = patches;
  const [place, before, text] =
    patches.length === 1 && patch !== undefined && 'value' in patch && typeof patch.value === 'string'
      ? [JSON.stringify(patch.at), at(now, patch.at), patch.value]
      : ['', undefined, ''];
  const goesOn =
    place !== '' &&
    place === typed.place &&
    Date.now() - typed.at < PAUSE_MS &&
    typeof before === 'string' &&
    !beginsWord(before, text);
  typed.place = place;
  typed.at = Date.now();
  return goesOn;
}

/** Whether a letter has come behind a blank, or more than one letter at once. */
function beginsWord(before: string, after: string): boolean {
  let head = 0;
  while (head < before.length && before[head] === after[head]) {
    head += 1;
  }
  const added = after.length - before.length;
  return (
    added > 1 || (added === 1 && head > 0 && /\s/.test(after[head - 1] ?? '') && /\S/.test(after[head] ?? ''))
  );
}

function at(value: unknown, path: readonly (string | number)[]): unknown {
  return path.reduce<unknown>(
    (part, key) =>
      typeof part === 'object' && part !== null ? (part as Record<string | number, unknown>)[key] : undefined,
    value,
  );
}
