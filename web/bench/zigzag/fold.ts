import type { Passage } from '../session/passages';

/** Runs of stream messages at least this long become one line. */
const SHORTEST = 4;

/**
 * Folds streams: a run of them becomes its first message with the number of messages in it, until it is opened.
 *
 * @param opened sequence numbers of the first messages of runs that are open
 */
export function foldStreams(passages: readonly Passage[], opened: ReadonlySet<number>): Passage[] {
  const shown: Passage[] = [];
  let run: Passage[] = [];
  const end = () => {
    const first = run[0];
    if (first !== undefined && run.length >= SHORTEST && !opened.has(first.record.seq)) {
      shown.push({ ...first, folded: run.length });
    } else {
      shown.push(...run);
    }
    run = [];
  };
  for (const passage of passages) {
    if (passage.isStream) {
      run.push(passage);
    } else {
      end();
      shown.push(passage);
    }
  }
  end();
  return shown;
}
