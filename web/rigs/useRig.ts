import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { ComputedRig, Rig, StoredDocument } from '../api/types';
import { useJson, type JsonWork } from '../documents/useJson';
import { renamedUnit } from '../model/units';

export interface RigWork extends Omit<JsonWork<Rig>, 'value'> {
  rig: Rig;
  computed: ComputedRig | null;
  /** Whether what is computed is of an earlier version. */
  isComputing: boolean;
  /** What has followed in the rules when a unit was renamed. */
  rules: string | null;
}

/**
 * A rig that is being worked on: changed here, stored by the server, and computed there.
 *
 * @param computes whether what is computed is shown as well
 */
export function useRig(document: StoredDocument, computes = true): RigWork {
  const { value, ...work } = useJson<Rig>(document);
  const isSaved = work.saving.state.is === 'saved';
  const version = work.saving.version();
  const computed = useQuery({
    queryKey: ['rig-computed', document.id, version],
    queryFn: () => api.computedRig(document.id),
    enabled: isSaved && computes,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  const rules = useRenamedInRules(document.id, value);
  return {
    ...work,
    rules,
    rig: value,
    computed: computed.data ?? null,
    isComputing: !isSaved || computed.data?.version !== version,
  };
}

/** Rules that name a unit, and ticks on it, follow when it is renamed, and when that is undone. */
function useRenamedInRules(id: string, rig: Rig): string | null {
  const queries = useQueryClient();
  const before = useRef(rig);
  const [said, setSaid] = useState<string | null>(null);
  useEffect(() => {
    const renamed = renamedUnit(before.current, rig);
    before.current = rig;
    if (renamed === null) {
      return;
    }
    api
      .renameUnit(id, renamed.from, renamed.to)
      .then(({ places }) => {
        const count = places === 1 ? 'In one place' : `In ${places} places`;
        setSaid(places === 0 ? null : `${count} of the rules it is called ${renamed.to} now, too.`);
        return queries.invalidateQueries({ queryKey: ['rig-computed', id] });
      })
      .catch((error: unknown) =>
        setSaid(
          `The rules still say ${renamed.from}: ${error instanceof Error ? error.message : 'nothing was answered'}`,
        ),
      );
  }, [id, rig, queries]);
  return said;
}
