/** Text that was typed and not yet saved, kept in this browser: it outlives the page. */
export interface Unsaved {
  name: string;
  text: string;
  /** Version that it was made from. */
  version: number;
}

const key = (id: string) => `unsaved ${id}`;
const offeredKey = (id: string) => `offered ${id}`;

export function keepUnsaved(id: string, unsaved: Unsaved): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(unsaved));
  } catch {
    localStorage.removeItem(key(id)); // the store is full
  }
}

export function forgetUnsaved(id: string): void {
  localStorage.removeItem(key(id));
}

/** A copy of an earlier page that differs from what is stored; it stays until somebody decides about it. */
export function offeredCopy(id: string, stored: { name: string; text: string }): Unsaved | null {
  const left = localStorage.getItem(key(id));
  if (left !== null && localStorage.getItem(offeredKey(id)) === null) {
    localStorage.setItem(offeredKey(id), left);
  }
  localStorage.removeItem(key(id));
  try {
    const offered = JSON.parse(localStorage.getItem(offeredKey(id)) ?? 'null') as Unsaved | null;
    if (offered !== null && (offered.text !== stored.text || offered.name !== stored.name)) {
      return offered;
    }
  } catch {
    // not ours
  }
  localStorage.removeItem(offeredKey(id));
  return null;
}

export function forgetOffered(id: string): void {
  localStorage.removeItem(offeredKey(id));
}
