import { useEffect, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

export const TOOLS = 'view-tools';

/** What a view puts into the bar at the top. */
export function Tools({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  useEffect(() => setPlace(document.getElementById(TOOLS)), []);
  return place === null ? null : createPortal(children, place);
}
