const FIRST_MS = 250;
const LONGEST_MS = 4000;

/** How long to wait before something that failed is tried again: longer each time, up to four seconds. */
export function backOffMs(failures: number): number {
  return Math.min(LONGEST_MS, FIRST_MS * 2 ** Math.max(0, failures - 1));
}

export function wait(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
