import { useEffect, useState } from 'react';
import { api, Refusal } from '../api/client';
import type { StageNow } from '../api/types';

const EVERY_MS = 700;

export interface StageWatch {
  /** The stage as the application last told it; null until it has. */
  now: StageNow | null;
  /** Whether the application answers; within two seconds it is known when it does not. */
  isThere: boolean;
  /** Why there is no such stage; asking goes on. */
  problem: string | null;
  /** What an answer to something else told of it. */
  tell: (now: StageNow) => void;
}

/** Looks again and again at where a show is played, what runs there, and whether it is locked. */
export function useStageNow(id: string): StageWatch {
  const [now, tell] = useState<StageNow | null>(null);
  const [isThere, setThere] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isOver = false;
    let timer: ReturnType<typeof setTimeout>;
    const ask = async () => {
      let answer: StageNow | null = null;
      let refused: string | null = null;
      try {
        answer = await api.lookAtStage(id);
      } catch (error) {
        refused = error instanceof Refusal && error.status === 404 ? error.message : null;
      }
      if (!isOver) {
        setThere(answer !== null || refused !== null);
        setProblem(refused);
        if (answer !== null) {
          tell(answer);
        }
        timer = setTimeout(() => void ask(), EVERY_MS);
      }
    };
    void ask();
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [id]);
  return { now, isThere, problem, tell };
}
