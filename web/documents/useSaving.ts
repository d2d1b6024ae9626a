import { useEffect, useRef, useState } from 'react';
import type { StoredDocument } from '../api/types';
import { usePart } from '../session/Told';
import { Saver, type SaveState } from './Saver';

export interface Saving extends Pick<
  Saver,
  'write' | 'rename' | 'resolve' | 'retry' | 'version' | 'isIdle' | 'adopt'
> {
  state: SaveState;
}

/** Saves a document that a view works on, and holds the window while something is unsaved. */
export function useSaving(document: StoredDocument, onLocked?: (text: string) => void): Saving {
  const locked = useRef(onLocked);
  locked.current = onLocked;
  const [saver] = useState(
    () => new Saver(document, onLocked === undefined ? undefined : (text) => locked.current?.(text)),
  );
  useEffect(() => saver.holdWindow(), [saver]);
  const { write, rename, resolve, retry, version, isIdle, adopt } = saver;
  return {
    write,
    rename,
    resolve,
    retry,
    version,
    isIdle,
    adopt,
    state: usePart(saver.state, (state) => state),
  };
}
