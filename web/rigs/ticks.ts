/** A step of a test run, and whether it has passed. */
export interface StepTick {
  unit: string;
  control: string;
  passed: 0 | 1;
}

/** Which steps of a test run have passed; kept in this browser until the run is begun anew. */
export type Ticks = readonly StepTick[];

interface OfControl {
  unit: string;
  control: string;
}

const place = (rig: string) => `test-run-${rig}`;
const isSame = (one: OfControl, other: OfControl) => one.unit === other.unit && one.control === other.control;

export const tickOf = (ticks: Ticks, step: OfControl): 0 | 1 | undefined =>
  ticks.find((each) => isSame(each, step))?.passed;

export const withTick = (ticks: Ticks, { unit, control }: OfControl, passed: 0 | 1): Ticks => [
  ...ticks.filter((each) => !isSame(each, { unit, control })),
  { unit, control, passed },
];

export function readTicks(rig: string): Ticks {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place(rig)) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isTick) : ofEarlierBrowsers(kept);
  } catch {
    return [];
  }
}

export function keepTicks(rig: string, ticks: Ticks): void {
  try {
    localStorage.setItem(place(rig), JSON.stringify(ticks));
  } catch {
    // no room in this browser: the ticks live as long as the page
  }
}

/** Until November 2026 ticks were kept by unit and control in one key, with a tab between them. */
function ofEarlierBrowsers(kept: unknown): Ticks {
  return Object.entries(kept ?? {}).flatMap(([key, passed]) => {
    const [unit = '', control = ''] = key.split('\t');
    const tick = { unit, control, passed: passed as unknown };
    return isTick(tick) ? [tick] : [];
  });
}

function isTick(value: unknown): value is StepTick {
  const tick = value as Partial<Record<keyof StepTick, unknown>> | null;
  return (
    typeof tick?.unit === 'string' &&
    typeof tick.control === 'string' &&
    (tick.passed === 0 || tick.passed === 1)
  );
}
