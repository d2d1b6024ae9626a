import { useEffect } from 'react';

const NAME = 'Zigzag Post';

/** Names the window after the view, and what it is of. */
export function useTitle(title: string, of?: string): void {
  useEffect(() => {
    document.title = [title, ...(of === undefined ? [] : [of]), NAME].join(' · ');
    return () => {
      document.title = NAME;
    };
  }, [title, of]);
}
