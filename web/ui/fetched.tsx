import { useEffect, useState, type ComponentType } from 'react';
import { Blank } from './Blank';

/**
 * A view whose code is fetched when it is first looked at. Unlike a lazy component below a suspense it is drawn as soon as it is there: what was
 * suspended is held back for a third of a second, so that it may not flicker.
 */
export function fetched(load: () => Promise<{ default: ComponentType }>): ComponentType {
  let there: ComponentType | null = null;
  return function Fetched() {
    const [Page, show] = useState<ComponentType | null>(() => there);
    const [failed, fail] = useState<Error | null>(null);
    useEffect(() => {
      let isWanted = true;
      if (there === null) {
        load().then(
          (module) => {
            there = module.default;
            if (isWanted) {
              show(() => there);
            }
          },
          (error: unknown) => isWanted && fail(error instanceof Error ? error : new Error(String(error))),
        );
      }
      return () => {
        isWanted = false;
      };
    }, []);
    if (failed !== null) {
      throw failed;
    }
    return Page === null ? <Blank title="Opening …" /> : <Page />;
  };
}
