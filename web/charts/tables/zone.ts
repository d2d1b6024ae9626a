import type { Chart } from '../../api/types';
import { optional } from './columns';
import type { Column } from './table';

type Zone = NonNullable<NonNullable<Chart['hears']>[number]['zone']>;

/** An MPE zone: "lower 7 bend 48", "upper by members". */
export const zoneColumn = <T extends { zone?: Zone }>(): Column<T> =>
  optional<T, 'zone'>(
    'MPE zone',
    'zone',
    ({ side, members, bend }) =>
      `${side} ${typeof members === 'string' ? `by ${members}` : members}${bend === undefined ? '' : ` bend ${bend}`}`,
    (text) => {
      const [, side, members, setting, bend] =
        /^(lower|upper)\s+(?:(\d+)|by\s+(\S+))(?:\s+bend\s+(\d+))?$/.exec(text) ?? [];
      const count = setting ?? Number(members);
      const isSense =
        side !== undefined &&
        (typeof count === 'string' || (count >= 1 && count <= 15)) &&
        Number(bend ?? 0) <= 96;
      return isSense
        ? {
            side: side === 'lower' ? 'lower' : 'upper',
            members: count,
            ...(bend === undefined ? {} : { bend: Number(bend) }),
          }
        : null;
    },
  );
