/** A name that no other window has. */
export function windowName(): string {
  return [...crypto.getRandomValues(new Uint8Array(8))]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('');
}

/** Goes on across reloads, unlike the time since the page was loaded. */
export function wallMs(): number {
  return performance.timeOrigin + performance.now();
}
