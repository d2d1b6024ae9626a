import type { Target } from '../api/types';

/** What a control is, as far as it decides what people want of it. */
export type ControlSort = 'switch' | 'fader' | 'keys';

export function sortOf(words: readonly string[]): ControlSort {
  const said = words.join(' ');
  return /fader|pedal|encoder|wheel|strip/.test(said) ? 'fader' : /key|pad/.test(said) ? 'keys' : 'switch';
}

/** What is wanted first of each sort of control. */
const ORDER: Record<ControlSort, readonly Kind[]> = {
  switch: ['scene', 'go', 'switch', 'named', 'tap', 'stack', 'start', 'stop', 'parameter', 'play', 'number'],
  fader: ['parameter', 'switch', 'scene', 'go', 'named', 'tap', 'stack', 'start', 'stop', 'play', 'number'],
  keys: ['play', 'scene', 'go', 'named', 'parameter', 'switch', 'tap', 'stack', 'start', 'stop', 'number'],
};

type Kind =
  'scene' | 'go' | 'switch' | 'named' | 'number' | 'tap' | 'stack' | 'start' | 'stop' | 'parameter' | 'play';

function kindOf(target: Target): Kind {
  if (target.what === 'program') {
    return target.words.includes(', ') ? 'named' : 'number';
  }
  if (target.what === 'parameter') {
    return /bypass|mute|on\/off|hold|freeze|engage|active/i.test(target.title) ? 'switch' : 'parameter';
  }
  return target.what;
}

/**
 * Targets as somebody wants them who has just played a control: those used last, then by what fits the control, those of a unit together.
 * Programs that have a number alone are found by typing.
 */
export function ranked(
  targets: readonly Target[],
  sort: ControlSort,
  recent: readonly string[],
  typed: string,
): Target[] {
  const words = typed
    .toLowerCase()
    .split(/[\s,]+/)
    .filter((word) => word !== '');
  const found = targets
    .map((target, place) => ({ target, place, kind: kindOf(target) }))
    .filter(
      ({ target, kind }) =>
        words.every((word) => target.words.toLowerCase().includes(word)) &&
        (kind !== 'number' || words.length > 0),
    );
  const first = (unit: string | null | undefined) =>
    found.find(({ target }) => target.unit === unit)?.place ?? 0;
  const order = ORDER[sort];
  const last = ({ target }: { target: Target }) => {
    const at = recent.indexOf(target.words);
    return at < 0 ? recent.length : at;
  };
  return [...found]
    .sort(
      (one, other) =>
        last(one) - last(other) ||
        order.indexOf(one.kind) - order.indexOf(other.kind) ||
        first(one.target.unit) - first(other.target.unit) ||
        one.place - other.place,
    )
    .map(({ target }) => target);
}

const OF_RULES: Partial<Record<Kind, string>> = {
  scene: 'Scenes',
  tap: 'Clocks',
  start: 'Clocks',
  stop: 'Clocks',
  stack: 'Stacks',
};

/** Below which heading a target stands: of a unit its name. */
export function groupOf(target: Target | undefined, recent: readonly string[]): string | null {
  if (target === undefined) {
    return null;
  }
  if (recent.includes(target.words)) {
    return 'Used last';
  }
  const kind = kindOf(target);
  return kind === 'go'
    ? /song/.test(target.title)
      ? 'Songs'
      : 'Scenes'
    : (OF_RULES[kind] ?? target.words.split(':')[0] ?? '');
}

const KEY = 'targets used last';
const MOST_RECENT = 5;

export function recentTargets(): string[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]') as unknown;
    return Array.isArray(kept) ? kept.filter((each): each is string => typeof each === 'string') : [];
  } catch {
    return [];
  }
}

export function rememberTarget(words: string): void {
  const kept = [words, ...recentTargets().filter((each) => each !== words)].slice(0, MOST_RECENT);
  localStorage.setItem(KEY, JSON.stringify(kept));
}
