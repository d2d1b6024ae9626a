import { useEffect, useState } from 'react';
import { api } from '../api/client';

const EVERY_MS = 700;

/** Whether the application answers; it is known within two seconds when it does not. */
export function useConnection(): boolean {
  const [isThere, setThere] = useState(true);
  useEffect(() => {
    let isOver = false;
    let timer: ReturnType<typeof setTimeout>;
    const ask = () => {
      api
        .ping()
        .then(
          () => true,
          () => false,
        )
        .then((answered) => {
          if (!isOver) {
            setThere(answered);
            timer = setTimeout(ask, EVERY_MS);
          }
        })
        .catch(() => undefined);
    };
    ask();
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, []);
  return isThere;
}
