import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';

export interface Proven {
  total: number;
  /** How many have been played since the last change. */
  played: number;
  /** Names of those that differ. */
  differs: readonly string[];
  /** Names of those that are no tape and cannot be played. */
  unreadable: readonly string[];
  /** Whether the rules can be played at all. */
  runs: boolean;
}

/** How far it has come, and of which state of the rig. */
interface Known extends Proven {
  key: string;
}

const LOOK_EVERY_MS = 4_000;
const NEXT_SLICE_MS = 50;

/** The kept tapes of a rig, played again in the background after each change of rules, rig or charts. */
export function useProving(rig: string | null): Proven | null {
  const { data } = useQuery({
    queryKey: ['proving', rig],
    queryFn: async ({ client, queryKey }): Promise<Known> => {
      const known = client.getQueryData<Known>(queryKey);
      const { key, next, ...told } = await api.proving(rig ?? '', known?.key ?? '', known?.played ?? 0);
      const goesOn = key === known?.key;
      return {
        ...told,
        key,
        played: next,
        differs: goesOn ? [...known.differs, ...told.differs] : told.differs,
        unreadable: goesOn ? [...known.unreadable, ...told.unreadable] : told.unreadable,
      };
    },
    enabled: rig !== null,
    retry: false,
    refetchInterval: ({ state: { data: known } }) =>
      known !== undefined && known.played < known.total && known.runs ? NEXT_SLICE_MS : LOOK_EVERY_MS,
  });
  return rig === null ? null : (data ?? null);
}
