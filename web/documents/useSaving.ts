import { useEffect, useRef, useState } from 'react';
import type { StoredDocument } from '../api/types';
import { usePart } from '../session/Told';
import { Saver, type SaveState } from './Saver';
import type { Unsaved } from './unsaved';

export interface Saving extends Pick<
  Saver,
  'write' | 'rename' | 'resolve' | 'retry' | 'version' | 'isIdle' | 'adopt' | 'decided'
> {
  state: SaveState;
  /** What an earlier page could not save, until somebody decides about it. */
  offered: Unsaved | null;
}

/** Saves a document that a view works on, and holds the window while something is unsaved. */
export function useSaving(document: StoredDocument, onLocked?: (text: string) => void): Saving {
  const locked = useRef(onLocked);
  locked.current = onLocked;
  const [saver] = useState(
    () => new Saver(document, onLocked === undefined ? undefined : (text) => locked.current?.(text)),
  );
  useEffect(() => saver.holdWindow(), [saver]);
  const { write, rename, resolve, retry, version, isIdle, adopt, decided } = saver;
  return {
    write,
    rename,
    resolve,
    retry,
    version,
    isIdle,
    adopt,
    decided,
    offered: usePart(saver.offered, (left) => left),
    state: usePart(saver.state, (state) => state),
  };
}
