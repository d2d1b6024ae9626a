import { useSyncExternalStore } from 'react';

const KEY = 'guide';
const listeners = new Set<() => void>();

function read(): number | null {
  const kept = localStorage.getItem(KEY);
  return kept === null || !/^\d+$/.test(kept) ? null : Number(kept);
}

/** At which step of the guide somebody is, from 0; null when it is closed. It stays so over a reload. */
export function useGuide(): [number | null, (place: number | null) => void] {
  const place = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [place, goTo];
}

export function goTo(place: number | null): void {
  if (place === null) {
    localStorage.removeItem(KEY);
  } else {
    localStorage.setItem(KEY, String(place));
  }
  listeners.forEach((listener) => listener());
}
