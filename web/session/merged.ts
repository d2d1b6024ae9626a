/** A list with the parts in it that have changed; the same list where none has, so that nothing is drawn anew for it. */
export function merged<T>(
  was: T[],
  changed: readonly T[],
  isWhole: boolean,
  key: (part: T) => string | number,
): T[] {
  if (isWhole || changed.length === 0) {
    return isWhole ? [...changed] : was;
  }
  const by = new Map(changed.map((part) => [key(part), part]));
  return was.map((part) => by.get(key(part)) ?? part);
}

/** Tells ports apart; one of two ways is two. */
export const endOfPort = (port: { port: string; in: boolean }): string =>
  `${port.port} ${port.in ? 'in' : 'out'}`;
