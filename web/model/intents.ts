import type { Plays, Rig } from '../api/types';

/** Who plays whom, as somebody says it. Each change gives a new rig and leaves the old one as it is. */

export type Kind = Plays['of'];
export type Means = NonNullable<Plays['means']>;

/** Says it of some kinds of messages between two units; null takes back what was said. */
export function said(
  rig: Rig,
  pair: { from: string; to: string },
  of: readonly Kind[],
  means: Means | null,
  at: Date,
  by: string,
): Rig {
  const others = (rig.intents ?? []).flatMap((intent) => {
    if (intent.from !== pair.from || intent.to !== pair.to) {
      return [intent];
    }
    const left = intent.of.filter((kind) => !of.includes(kind));
    return left.length === 0 ? [] : [{ ...intent, of: left }];
  });
  const [first, ...more] = of;
  return {
    ...rig,
    intents:
      means === null || first === undefined
        ? others
        : [
            ...others,
            {
              ...pair,
              of: [first, ...more],
              means,
              at: at.toISOString(),
              ...(by === '' ? {} : { by }),
            },
          ],
  };
}

/** What comes next when a cell is pressed: what is proposed is kept out first, what is open is played. */
export function next(cell: Plays): Means | null {
  if (cell.means === null) {
    return 'plays';
  }
  if (cell.means === 'plays') {
    return 'keeps out';
  }
  return null;
}
