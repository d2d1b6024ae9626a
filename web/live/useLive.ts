import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { api } from '../api/client';
import type { LiveDeed, LivePicture } from '../api/types';
import { liveNowKey, useLiveNow } from './useLiveNow';
import { useSilence } from './useSilence';

export interface LiveWatch {
  /** What plays; null while nothing does. */
  picture: LivePicture | null;
  /** Whether it is being connected or ended. */
  isBusy: boolean;
  /** What stands in the way of what was last asked for. */
  problem: string | null;
  forget: () => void;
  connect: (isDry: boolean) => void;
  disconnect: () => void;
  do: (deed: LiveDeed) => void;
}

/** What plays between real devices, and what the player is told to do. */
export function useLive(id: string): LiveWatch {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const now = useLiveNow(id);
  const told = {
    onSuccess: (answer: { picture: LivePicture | null }) => {
      setProblem(null);
      queries.setQueryData(liveNowKey(id), answer);
    },
    onError: (error: Error) => setProblem(error.message),
  };
  const connecting = useMutation({ mutationFn: (isDry: boolean) => api.connect(id, isDry), ...told });
  const ending = useMutation({ mutationFn: () => api.disconnect(id), ...told });
  const doing = useMutation({ mutationFn: (deed: LiveDeed) => api.doLive(id, deed), ...told });
  const { mutate } = doing;
  const isThere = now.data === undefined ? undefined : now.data.picture !== null;
  useSilence(id, isThere, mutate);
  return {
    picture: now.data?.picture ?? null,
    isBusy: connecting.isPending || ending.isPending,
    problem: problem ?? now.error?.message ?? null,
    forget: useCallback(() => setProblem(null), []),
    connect: connecting.mutate,
    disconnect: ending.mutate,
    do: mutate,
  };
}
