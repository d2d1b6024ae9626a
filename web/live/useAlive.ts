import { useMutation, useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { LiveDeed, LivePicture } from '../api/types';
import { aliveOf, type Alive } from './alive';
import { useSilence } from './useSilence';

const EVERY_MS = 400;
const AT_REST_MS = 2000;

interface Looked {
  picture: LivePicture | null;
  alive: Alive | null;
}

/** What stands behind the ports of a show and passes there, while it plays between real devices; null while it does not. */
export function useAlive(rig: string): Alive | null {
  const { data } = useQuery({
    queryKey: ['alive', rig],
    queryFn: async ({ client, queryKey }): Promise<Looked> => {
      const before = client.getQueryData<Looked>(queryKey)?.picture ?? null;
      const { picture } = await api.liveNow(rig);
      return { picture, alive: picture === null ? null : aliveOf(picture, before) };
    },
    refetchInterval: (query) => (query.state.data?.picture == null ? AT_REST_MS : EVERY_MS),
    structuralSharing: false,
    retry: false,
    gcTime: 0,
  });
  const { mutate } = useMutation({ mutationFn: (deed: LiveDeed) => api.doLive(rig, deed) });
  useSilence(rig, data === undefined ? undefined : data.alive !== null, mutate);
  return data?.alive ?? null;
}
