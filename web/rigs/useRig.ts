import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { ComputedRig, Rig, StoredDocument } from '../api/types';
import { useJson, type JsonWork } from '../documents/useJson';

export interface RigWork extends Omit<JsonWork<Rig>, 'value'> {
  rig: Rig;
  computed: ComputedRig | null;
  /** Whether what is computed is of an earlier version. */
  isComputing: boolean;
}

/** A rig that is being worked on: changed here, stored by the server, and computed there. */
export function useRig(document: StoredDocument): RigWork {
  const { value, ...work } = useJson<Rig>(document);
  const isSaved = work.saving.state.is === 'saved';
  const version = work.saving.version();
  const computed = useQuery({
    queryKey: ['rig-computed', document.id, version],
    queryFn: () => api.computedRig(document.id),
    enabled: isSaved,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  return {
    ...work,
    rig: value,
    computed: computed.data ?? null,
    isComputing: !isSaved || computed.data?.version !== version,
  };
}
