import { useSyncExternalStore } from 'react';
import { isGuide, type GuideName } from './guides';

const KEY = 'guide';
const listeners = new Set<() => void>();

/** Which guide somebody follows, and at which of its steps, from 0. */
export interface GuidePlace {
  guide: GuideName;
  step: number;
}

/** Until December 2026 there was one guide, and only its step was kept. */
export function placeFrom(kept: string | null): GuidePlace | null {
  const [, guide = 'first-rig', step] = /^(?:([a-z-]+) )?(\d+)$/.exec(kept ?? '') ?? [];
  return step === undefined || !isGuide(guide) ? null : { guide, step: Number(step) };
}

const read = () => localStorage.getItem(KEY);

/** Where somebody is in a guide; null when none is open. It stays so over a reload. */
export function useGuide(): [GuidePlace | null, (place: GuidePlace | null) => void] {
  const kept = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [placeFrom(kept), goTo];
}

export function goTo(place: GuidePlace | null): void {
  if (place === null) {
    localStorage.removeItem(KEY);
  } else {
    localStorage.setItem(KEY, `${place.guide} ${place.step}`);
  }
  listeners.forEach((listener) => listener());
}
