import type { RigFinding } from '../api/types';

/** What hands have to do, where no change of the rig puts it right and its words have not said it. */
export function toDo({ fix, job, text }: Pick<RigFinding, 'fix' | 'job' | 'text'>): string | null {
  return fix !== null || job === null || text.includes(job) ? null : job;
}
