/** A change of one place in a JSON document: another value there, none any more, or a stretch of a list that is another. */
export type Patch =
  | { at: Path; value: unknown }
  | { at: Path; gone: true }
  | { at: Path; from: number; count: number; items: readonly unknown[] };

type Path = readonly (string | number)[];

/** What has to be done to `before` so that it becomes `after`. Parts that both share are not looked into. */
export function difference(before: unknown, after: unknown, at: Path = []): Patch[] {
  if (Object.is(before, after)) {
    return [];
  }
  if (Array.isArray(before) && Array.isArray(after)) {
    return ofLists(before as unknown[], after as unknown[], at);
  }
  if (isObject(before) && isObject(after)) {
    const gone = Object.keys(before).filter((key) => !(key in after));
    return [
      ...gone.map((key): Patch => ({ at: [...at, key], gone: true })),
      ...Object.keys(after).flatMap((key) =>
        key in before
          ? difference(before[key], after[key], [...at, key])
          : [{ at: [...at, key], value: after[key] }],
      ),
    ];
  }
  return [{ at, value: after }];
}

/** The document with these changes made; parts that no change is about stay the same objects. */
export function patched(document: unknown, patches: readonly Patch[]): unknown {
  return patches.reduce((now, patch) => put(now, patch, patch.at), document);
}

function ofLists(before: readonly unknown[], after: readonly unknown[], at: Path): Patch[] {
  if (before.length === after.length) {
    return before.flatMap((each, index) => difference(each, after[index], [...at, index]));
  }
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && same(before[head], after[head])) {
    head += 1;
  }
  let tail = 0;
  while (tail < shorter - head && same(before.at(-1 - tail), after.at(-1 - tail))) {
    tail += 1;
  }
  const count = before.length - head - tail;
  return [{ at, from: head, count, items: after.slice(head, after.length - tail) }];
}

function put(now: unknown, patch: Patch, path: Path): unknown {
  const [key, ...rest] = path;
  if (key === undefined) {
    if ('items' in patch) {
      const list = Array.isArray(now) ? (now as unknown[]) : [];
      return [...list.slice(0, patch.from), ...patch.items, ...list.slice(patch.from + patch.count)];
    }
    return 'value' in patch ? patch.value : now;
  }
  if (Array.isArray(now)) {
    return (now as unknown[]).map((each, index) => (index === key ? put(each, patch, rest) : each));
  }
  const parts = isObject(now) ? now : {};
  if (rest.length === 0 && 'gone' in patch) {
    return Object.fromEntries(Object.entries(parts).filter(([each]) => each !== key));
  }
  return { ...parts, [key]: put(parts[key], patch, rest) };
}

function same(one: unknown, other: unknown): boolean {
  return Object.is(one, other) || difference(one, other).length === 0;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
