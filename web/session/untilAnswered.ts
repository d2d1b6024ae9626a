import { backOffMs, wait } from '../api/backOff';
import { Refusal } from '../api/client';

/** Asks until there is an answer, telling meanwhile that there is none; null when it is refused or no longer wanted. */
export async function untilAnswered<T>(
  ask: () => Promise<T>,
  isWanted: () => boolean,
  tell: (told: { trouble: string | null } | { problem: string }) => void,
): Promise<T | null> {
  for (let failures = 1; isWanted(); failures += 1) {
    try {
      const answer = await ask();
      if (failures > 1) {
        tell({ trouble: null });
      }
      return answer;
    } catch (error) {
      if (!(error instanceof Refusal)) {
        throw error;
      }
      if (!error.mayPass) {
        tell({ problem: error.message });
        return null;
      }
      tell({ trouble: `${error.message} It is tried again.` });
      await wait(backOffMs(failures));
    }
  }
  return null;
}
