import { useEffect } from 'react';
import { isTyping, useCommandsNow, written } from './commands';

/** Keys do what the commands of the view say, outside fields; Ctrl+K finds anything, and a question mark lists the keys. */
export function useCommandKeys(onFind: () => void, onList: () => void): void {
  const groups = useCommandsNow();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target)) {
        return;
      }
      const keys = written(event);
      const found = groups.flatMap(({ commands }) => commands).findLast((command) => command.keys === keys);
      const run = keys === 'Ctrl+K' ? onFind : keys === '?' ? onList : found?.run;
      if (run !== undefined) {
        event.preventDefault();
        run();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [groups, onFind, onList]);
}
