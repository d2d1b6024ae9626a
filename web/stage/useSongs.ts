import { useEffect, useRef } from 'react';
import type { Song } from '../api/types';
import type { BenchStore } from '../session/BenchStore';

/** So long a press counts as on its way; then what is played says where the show is. */
const ON_ITS_WAY_MS = 3000;

/** Goes from song to song: by buttons and keys, here and in every other window. */
export function useSongs(
  store: BenchStore,
  songs: readonly Song[],
  place: number,
): { go: (to: number) => void; by: (steps: number) => void } {
  // Two presses can come before the first has been answered: the second goes on from the first.
  const wanted = useRef<{ place: number; at: number } | null>(null);
  if (wanted.current?.place === place) {
    wanted.current = null;
  }
  const go = (to: number) => {
    const song = songs[to];
    if (song !== undefined) {
      wanted.current = { place: to, at: Date.now() };
      store.goToSong(to, song.id);
    }
  };
  const by = (steps: number) => {
    const now = wanted.current;
    const isOnItsWay = now !== null && (store.isWaiting() || Date.now() - now.at < ON_ITS_WAY_MS);
    go((isOnItsWay ? now.place : place) + steps);
  };
  const latest = useRef(by);
  latest.current = by;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'PageDown' || event.key === 'ArrowRight') {
        latest.current(1);
      } else if (event.key === 'PageUp' || event.key === 'ArrowLeft') {
        latest.current(-1);
      } else {
        return;
      }
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return { go, by };
}
