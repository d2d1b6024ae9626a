import { useEffect, useState } from 'react';

/** Keeps the screen lit while a page is shown. Answers whether that is so; null as long as nobody knows. */
export function useAwake(): boolean | null {
  const [isAwake, setAwake] = useState<boolean | null>('wakeLock' in navigator ? null : false);
  useEffect(() => {
    if (!('wakeLock' in navigator)) {
      return;
    }
    let lock: WakeLockSentinel | null = null;
    let isGone = false;
    const ask = () => {
      // A page that is hidden loses it, and asks again when it is back.
      if (document.visibilityState === 'visible') {
        navigator.wakeLock.request('screen').then(
          (given) => {
            lock = given;
            if (isGone) {
              void given.release();
            } else {
              setAwake(true);
            }
          },
          () => setAwake(false),
        );
      }
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      isGone = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
  return isAwake;
}
