import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { LiveNow } from '../api/types';

const EVERY_MS = 2000;

/** The bench on which a show is seen that plays between real devices; null where it does not, undefined as long as that is not known. */
export function useConnected(rig: string | null): LiveNow['bench'] | undefined {
  const { data, isError } = useQuery({
    queryKey: ['connected', rig],
    queryFn: () => api.liveNow(rig ?? ''),
    enabled: rig !== null,
    refetchInterval: EVERY_MS,
    retry: false,
    gcTime: 0,
  });
  return rig === null || isError ? null : data?.bench;
}
