import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useMatch } from 'react-router';
import { api } from '../api/client';
import type { ListedShow } from '../api/types';

const OPEN = 'open show';
/** What others play and change is seen by itself; while the application is away it is asked for more often. */
const [LOOK_EVERY_MS, LOOK_AGAIN_MS] = [20_000, 3_000];

/** All shows, the one changed last first. */
export const useShows = () =>
  useQuery({
    queryKey: ['documents', 'shows'],
    queryFn: api.listShows,
    refetchInterval: (query) => (query.state.error === null ? LOOK_EVERY_MS : LOOK_AGAIN_MS),
    retry: false,
  });

/** A show by its id; null when there is none, undefined until that is known. */
export function useShow(id: string): ListedShow | null | undefined {
  const { data, isFetching } = useShows();
  const found = data?.find((show) => show.id === id);
  return found ?? (data === undefined || isFetching ? undefined : null);
}

/** The show that is open in this window: the one of the address, or the one that was opened last. */
export function useOpenShow(): { id: string; show: ListedShow | undefined } | null {
  const shows = useShows().data;
  const here = useMatch('/shows/:id/*')?.params.id ?? null;
  useEffect(() => {
    if (here !== null) {
      localStorage.setItem(OPEN, here);
    }
  }, [here]);
  const kept = localStorage.getItem(OPEN);
  const isGone = shows !== undefined && !shows.some((show) => show.id === kept);
  const id = here ?? (isGone ? undefined : kept) ?? shows?.[0]?.id;
  return id === undefined ? null : { id, show: shows?.find((show) => show.id === id) };
}
