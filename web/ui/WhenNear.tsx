import { useEffect, useRef, useState, type ReactNode } from 'react';

/** So far beside what is seen it is drawn as well, so that Tab and the wheel come to something that is there. */
const NEAR = '600px';

/** A part of a long page that is drawn when it comes near what is seen; until then it has the room that it will need, more or less. */
export function WhenNear({
  estimatePx,
  widthPx,
  children,
}: {
  /** Its height; null where it is drawn in any case. */
  estimatePx: number | null;
  /** Its width, where it stands beside others in a long row. */
  widthPx?: number;
  children: () => ReactNode;
}) {
  const place = useRef<HTMLDivElement>(null);
  const isAlways = estimatePx === null;
  const [isNear, setNear] = useState(estimatePx === null || typeof IntersectionObserver === 'undefined');
  const isInRow = widthPx !== undefined;
  const [room, setRoom] = useState({ minHeight: estimatePx ?? 0, minWidth: widthPx });
  useEffect(() => {
    const element = place.current;
    if (element === null || isAlways || typeof IntersectionObserver === 'undefined') {
      return;
    }
    const watched = new IntersectionObserver(
      ([entry]) => {
        if (entry === undefined) {
          return;
        }
        if (!entry.isIntersecting && !element.contains(document.activeElement)) {
          const { width, height } = entry.boundingClientRect;
          setRoom({ minHeight: height, minWidth: isInRow ? width : undefined });
          setNear(false);
        } else if (entry.isIntersecting) {
          setNear(true);
        }
      },
      { root: scrolling(element), rootMargin: NEAR },
    );
    watched.observe(element);
    return () => watched.disconnect();
  }, [isAlways, isInRow]);
  return (
    <div ref={place} className={isInRow ? 'flex shrink-0' : undefined} style={isNear ? undefined : room}>
      {isNear && children()}
    </div>
  );
}

/** What scrolls around an element: what is near is counted from there. */
function scrolling(element: HTMLElement): HTMLElement | null {
  for (let each = element.parentElement; each !== null; each = each.parentElement) {
    const { overflowX, overflowY } = getComputedStyle(each);
    if (/auto|scroll/.test(`${overflowX} ${overflowY}`)) {
      return each;
    }
  }
  return null;
}
