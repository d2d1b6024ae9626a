import { useCallback, useMemo, useSyncExternalStore } from 'react';
import type { LivePicture, PassedMessage } from '../api/types';
import { watchPictures } from './pictures';

/** Messages that are kept; nobody looks for older ones. */
const MOST = 400;

/** What has passed between real devices since somebody began to look. */
export class Passed {
  private messages: readonly PassedMessage[] = [];
  private next: number | null = null;

  /** @returns whether anything is new */
  take({ passing }: LivePicture): boolean {
    const from = this.next ?? passing.from + passing.messages.length;
    const fresh = passing.messages.slice(Math.max(0, from - passing.from));
    this.next = Math.max(from, passing.from + passing.messages.length);
    if (fresh.length > 0) {
      this.messages = [...this.messages, ...fresh].slice(-MOST);
    }
    return fresh.length > 0;
  }

  all = (): readonly PassedMessage[] => this.messages;
}

/** What passes between real devices from now on. */
export function usePassed(rig: string): readonly PassedMessage[] {
  const passed = useMemo(() => ({ of: rig, messages: new Passed() }), [rig]);
  const subscribe = useCallback(
    (tell: () => void) =>
      watchPictures(passed.of, (picture) => {
        if (picture !== null && passed.messages.take(picture)) {
          tell();
        }
      }),
    [passed],
  );
  return useSyncExternalStore(subscribe, passed.messages.all);
}
