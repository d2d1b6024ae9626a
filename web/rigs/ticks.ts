/** Which steps of a test run have passed, by unit and control; kept in this browser until the run is begun anew. */
export type Ticks = Readonly<Record<string, 0 | 1>>;

const place = (rig: string) => `test-run-${rig}`;

export function readTicks(rig: string): Ticks {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place(rig)) ?? '{}');
    return Object.fromEntries(
      Object.entries(kept ?? {}).filter((each): each is [string, 0 | 1] => each[1] === 0 || each[1] === 1),
    );
  } catch {
    return {};
  }
}

export function keepTicks(rig: string, ticks: Ticks): void {
  try {
    localStorage.setItem(place(rig), JSON.stringify(ticks));
  } catch {
    // no room in this browser: the ticks live as long as the page
  }
}

/** Ticks as the server takes them. */
export const asList = (ticks: Ticks): { unit: string; control: string; passed: 0 | 1 }[] =>
  Object.entries(ticks).map(([key, passed]) => {
    const [unit = '', control = ''] = key.split('\t');
    return { unit, control, passed };
  });
