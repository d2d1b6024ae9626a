import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';

const EVERY_MS = 1000;

/** On what program each unit stands, in words, while real devices play. */
export type Standing = ReadonlyMap<string, string>;

const NOTHING: Standing = new Map();

/** @param plays whether real devices play */
export function useStanding(rig: string, plays: boolean): Standing {
  const { data } = useQuery({
    queryKey: ['live-standing', rig],
    queryFn: async () =>
      new Map(
        (await api.liveStanding(rig)).units.map(({ unit, shown, name }) => [
          unit,
          name === '' ? `on ${shown}` : `on ${shown}, ${name}`,
        ]),
      ),
    enabled: plays,
    refetchInterval: EVERY_MS,
    structuralSharing: false,
    retry: false,
    gcTime: 0,
  });
  return plays ? (data ?? NOTHING) : NOTHING;
}
