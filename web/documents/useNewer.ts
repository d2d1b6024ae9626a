import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api } from '../api/client';
import type { ShowLock, StoredDocument } from '../api/types';
import { keys } from './queries';

const LOOK_EVERY_MS = 5_000;

/**
 * Tells when another window has changed a document, as long as nothing is unsaved here.
 *
 * @returns the lock on the show that it belongs to
 */
export function useNewer(
  id: string,
  version: () => number,
  isIdle: () => boolean,
  onNewer: (newer: StoredDocument) => void,
): ShowLock | null {
  const latest = useRef(onNewer);
  latest.current = onNewer;
  const { data } = useQuery({
    queryKey: keys.newer(id),
    queryFn: async () => {
      const there = await api.documentVersion(id);
      const isNewer = isIdle() && there.version > version();
      return { lock: there.lock, newer: isNewer ? await api.readDocument(id) : null };
    },
    refetchInterval: LOOK_EVERY_MS,
    refetchOnWindowFocus: 'always',
    refetchOnMount: 'always',
    gcTime: 0,
    retry: false,
  });
  const newer = data?.newer ?? null;
  useEffect(() => {
    if (newer !== null && isIdle() && newer.version > version()) {
      latest.current(newer);
    }
  }, [newer, isIdle, version]);
  return data?.lock ?? null;
}
