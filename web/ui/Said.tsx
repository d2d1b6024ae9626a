import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';

export const SAID = 'said';

/** What was just done, in a few words at the foot of the page; it is read aloud as well. */
export function Said({ words }: { words: string }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  useEffect(() => setPlace(document.getElementById(SAID)), []);
  return place === null ? null : createPortal(words, place);
}
