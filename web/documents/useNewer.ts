import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { ShowLock, StoredDocument } from '../api/types';

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
  const latest = useRef({ version, isIdle, onNewer });
  latest.current = { version, isIdle, onNewer };
  const [lock, setLock] = useState<ShowLock | null>(null);
  useEffect(() => {
    const look = async () => {
      if (document.hidden || !latest.current.isIdle()) {
        return;
      }
      try {
        const there = await api.documentVersion(id);
        setLock((before) => (before?.at === there.lock?.at ? before : there.lock));
        if (there.version > latest.current.version()) {
          const newer = await api.readDocument(id);
          if (latest.current.isIdle() && newer.version > latest.current.version()) {
            latest.current.onNewer(newer);
          }
        }
      } catch {
        // the next look may go well
      }
    };
    void look();
    const timer = setInterval(() => void look(), LOOK_EVERY_MS);
    const onFocus = () => void look();
    window.addEventListener('focus', onFocus);
    return () => {
      clearInterval(timer);
      window.removeEventListener('focus', onFocus);
    };
  }, [id]);
  return lock;
}
