import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { api, Refusal } from '../api/client';
import type { StageNow } from '../api/types';

const EVERY_MS = 700;
const keyOf = (id: string) => ['stage-now', id];

export interface StageWatch {
  /** The stage as the application last told it; null until it has. */
  now: StageNow | null;
  /** Whether the application answers; within two seconds it is known when it does not. */
  isThere: boolean;
  /** Why there is no such stage; asking goes on. */
  problem: string | null;
  /** What an answer to something else told of it. */
  tell: (now: StageNow) => void;
}

/** Looks again and again at where a show is played, what runs there, and whether it is locked. */
export function useStageNow(id: string): StageWatch {
  const queries = useQueryClient();
  const tell = useCallback((now: StageNow) => void queries.setQueryData(keyOf(id), now), [queries, id]);
  const { data, error } = useQuery({
    queryKey: keyOf(id),
    queryFn: () => api.lookAtStage(id),
    refetchInterval: EVERY_MS,
    refetchIntervalInBackground: true,
    networkMode: 'always',
    retry: false,
    gcTime: 0,
  });
  const refused = error instanceof Refusal && error.status === 404 ? error.message : null;
  return {
    now: data ?? null,
    isThere: error === null || refused !== null,
    problem: refused,
    tell,
  };
}
