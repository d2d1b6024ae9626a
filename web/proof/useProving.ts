import { useEffect, useState } from 'react';
import { api } from '../api/client';

export interface Proven {
  total: number;
  /** How many have been played since the last change. */
  played: number;
  /** Names of those that differ. */
  differs: readonly string[];
  /** Names of those that are no tape and cannot be played. */
  unreadable: readonly string[];
  /** Whether the rules can be played at all. */
  runs: boolean;
}

const LOOK_EVERY_MS = 4_000;
const NEXT_SLICE_MS = 50;

/** The kept tapes of a rig, played again in the background after each change of rules, rig or charts. */
export function useProving(rig: string | null): Proven | null {
  const [proven, setProven] = useState<Proven | null>(null);
  useEffect(() => {
    setProven(null);
    if (rig === null) {
      return;
    }
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isOver = false;
    let known = { key: '', next: 0, differs: [] as readonly string[], unreadable: [] as readonly string[] };
    const look = async () => {
      let pause = LOOK_EVERY_MS;
      if (!document.hidden) {
        try {
          const { key, total, next, differs, unreadable, runs } = await api.proving(
            rig,
            known.key,
            known.next,
          );
          const isSame = key === known.key;
          known = {
            key,
            next,
            differs: isSame ? [...known.differs, ...differs] : differs,
            unreadable: isSame ? [...known.unreadable, ...unreadable] : unreadable,
          };
          if (!isOver) {
            setProven({ total, played: next, differs: known.differs, unreadable: known.unreadable, runs });
          }
          pause = next < total && runs ? NEXT_SLICE_MS : LOOK_EVERY_MS;
        } catch {
          // the next look may go well
        }
      }
      if (!isOver) {
        timer = setTimeout(() => void look(), pause);
      }
    };
    void look();
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [rig]);
  return proven;
}
