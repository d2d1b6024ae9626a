/** What was pasted and not kept yet: Escape, a reload or another view lose none of it. */
export interface Draft {
  name: string;
  text: string;
}

const KEY = 'table that was pasted';

export function draft(): Draft {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as Draft | null;
    return kept ?? { name: '', text: '' };
  } catch {
    return { name: '', text: '' };
  }
}

export function keepDraft(now: Draft): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(now));
  } catch {
    sessionStorage.removeItem(KEY); // the store is full
  }
}

export const dropDraft = (): void => sessionStorage.removeItem(KEY);
