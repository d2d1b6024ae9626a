import { useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { LiveNow } from '../api/types';
import { watchPictures } from './pictures';

/** How often it is asked for where no picture comes by itself. */
const EVERY_MS = 400;
const AT_REST_MS = 2000;

export const liveNowKey = (rig: string | null) => ['live-now', rig];

/** What plays of a show between real devices at this moment. While something does, its pictures come by themselves. */
export function useLiveNow(rig: string | null): UseQueryResult<LiveNow> {
  const queries = useQueryClient();
  const [comes, setComes] = useState(false);
  const now = useQuery({
    queryKey: liveNowKey(rig),
    queryFn: () => api.liveNow(rig ?? ''),
    enabled: rig !== null,
    refetchInterval: (query) => (query.state.data?.picture == null ? AT_REST_MS : comes ? false : EVERY_MS),
    refetchIntervalInBackground: true,
    networkMode: 'always',
    retry: false,
    gcTime: 0,
  });
  const plays = now.data?.picture != null;
  useEffect(() => {
    if (rig === null || !plays || typeof WebSocket === 'undefined') {
      return;
    }
    const stop = watchPictures(rig, (picture) => {
      setComes(picture !== null);
      if (picture === null) {
        // It has ended, or the application is away: asked for once, then as often as before.
        void queries.invalidateQueries({ queryKey: liveNowKey(rig) });
      } else {
        queries.setQueryData<LiveNow>(liveNowKey(rig), (before) =>
          before === undefined ? before : { ...before, picture },
        );
      }
    });
    return () => {
      stop();
      setComes(false);
    };
  }, [rig, plays, queries]);
  return now;
}
