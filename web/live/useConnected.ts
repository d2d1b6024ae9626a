import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { LivePicture } from '../api/types';

const EVERY_MS = 2000;

/** What of a show plays between real devices, for views that play simulated ones; null where nothing does. */
export function useConnected(rig: string | null): LivePicture | null {
  const { data } = useQuery({
    queryKey: ['connected', rig],
    queryFn: () => api.liveNow(rig ?? ''),
    enabled: rig !== null,
    refetchInterval: EVERY_MS,
    retry: false,
    gcTime: 0,
  });
  return data?.picture ?? null;
}
