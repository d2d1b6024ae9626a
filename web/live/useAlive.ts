import { useMutation, useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { LiveDeed, LiveNow, LivePicture } from '../api/types';
import { aliveOf, type Alive } from './alive';
import { liveNowKey, useLiveNow } from './useLiveNow';
import { useSilence } from './useSilence';

/** What has passed stays lit for so long. */
const LIT_MS = 400;

interface Looked {
  picture: LivePicture | null;
  alive: Alive | null;
}

/** What stands behind the ports of a show and passes there, while it plays between real devices; null while it does not. */
export function useAlive(rig: string): Alive | null {
  const now = useLiveNow(rig);
  const plays = now.data === undefined ? undefined : now.data.picture !== null;
  const { data } = useQuery({
    queryKey: ['alive', rig],
    queryFn: ({ client, queryKey }): Looked => {
      const before = client.getQueryData<Looked>(queryKey)?.picture ?? null;
      const picture = client.getQueryData<LiveNow>(liveNowKey(rig))?.picture ?? null;
      return { picture, alive: picture === null ? null : aliveOf(picture, before) };
    },
    enabled: plays === true,
    refetchInterval: LIT_MS,
    networkMode: 'always',
    structuralSharing: false,
    gcTime: 0,
  });
  const { mutate } = useMutation({ mutationFn: (deed: LiveDeed) => api.doLive(rig, deed) });
  useSilence(rig, plays, mutate);
  return plays === true ? (data?.alive ?? null) : null;
}
