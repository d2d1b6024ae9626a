import { useEffect } from 'react';
import type { LiveDeed } from '../api/types';
import { silenceLive } from '../session/panic';

/**
 * Has panic silence the real devices of a show, also in other views of this window later.
 *
 * @param isThere whether the show plays between real devices; undefined as long as that is not known
 */
export function useSilence(rig: string, isThere: boolean | undefined, tell: (deed: LiveDeed) => void): void {
  useEffect(() => {
    if (isThere !== undefined) {
      silenceLive(rig, isThere ? () => tell({ do: 'panic' }) : null);
    }
  }, [rig, isThere, tell]);
}
