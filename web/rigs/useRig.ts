import { useQuery } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { api } from '../api/client';
import type { ComputedRig, Rig, StoredDocument } from '../api/types';
import { useSaving } from '../rules/useSaving';

export interface RigWork {
  rig: Rig;
  computed: ComputedRig | null;
  /** Whether what is computed is of an earlier version. */
  isComputing: boolean;
  saving: ReturnType<typeof useSaving>;
  /** Makes a change; it is stored at once and can be undone. */
  change: (edit: (rig: Rig) => Rig) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

const write = (rig: Rig) => `${JSON.stringify(rig, null, 4)}\n`;

/** A rig that is being worked on: changed here, stored by the server, and computed there. */
export function useRig(document: StoredDocument): RigWork {
  const saving = useSaving(document);
  const [rig, setRig] = useState(() => JSON.parse(document.text) as Rig);
  const latest = useRef(rig);
  const [past, setPast] = useState<readonly Rig[]>([]);
  const [future, setFuture] = useState<readonly Rig[]>([]);
  const isSaved = saving.state.is === 'saved';
  const version = saving.version();
  const computed = useQuery({
    queryKey: ['rig-computed', document.id, version],
    queryFn: () => api.computedRig(document.id),
    enabled: isSaved,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });

  const show = useCallback(
    (next: Rig) => {
      latest.current = next;
      setRig(next);
      saving.write(write(next));
    },
    [saving],
  );
  const change = useCallback(
    (edit: (rig: Rig) => Rig) => {
      const before = latest.current;
      const after = edit(before);
      if (after !== before) {
        setPast((all) => [...all.slice(-99), before]);
        setFuture([]);
        show(after);
      }
    },
    [show],
  );
  const step = (from: readonly Rig[], setFrom: typeof setPast, setTo: typeof setPast) => {
    const to = from.at(-1);
    return to === undefined
      ? null
      : () => {
          const now = latest.current;
          setFrom((all) => all.slice(0, -1));
          setTo((all) => [...all, now]);
          show(to);
        };
  };

  return {
    rig,
    computed: computed.data ?? null,
    isComputing: !isSaved || computed.data?.version !== version,
    saving,
    change,
    undo: step(past, setPast, setFuture),
    redo: step(future, setFuture, setPast),
  };
}
