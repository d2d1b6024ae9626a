import { useEffect, useRef } from 'react';
import { api } from '../api/client';
import type { StoredDocument } from '../api/types';

const LOOK_EVERY_MS = 5_000;

/** Tells when another window has changed a document, as long as nothing is unsaved here. */
export function useNewer(
  id: string,
  version: () => number,
  isIdle: () => boolean,
  onNewer: (newer: StoredDocument) => void,
): void {
  const latest = useRef({ version, isIdle, onNewer });
  latest.current = { version, isIdle, onNewer };
  useEffect(() => {
    const look = async () => {
      if (document.hidden || !latest.current.isIdle()) {
        return;
      }
      try {
        const there = await api.documentVersion(id);
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
    const timer = setInterval(() => void look(), LOOK_EVERY_MS);
    const onFocus = () => void look();
    window.addEventListener('focus', onFocus);
    return () => {
      clearInterval(timer);
      window.removeEventListener('focus', onFocus);
    };
  }, [id]);
}
