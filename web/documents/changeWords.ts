import { difference, type Patch } from './patches';

/** Names of fields as they are read; others are read as they are written. */
const FIELDS: Partial<Record<string, string>> = {
  units: '',
  leads: 'lead',
  songs: 'song',
  setLists: 'set list',
  settings: '',
  show: '',
  intents: 'who plays whom',
  showHours: 'hours of the show',
  a: 'its end',
  b: 'its other end',
};

const MOST = 3;

/** What a change is about, in a few words: "Foot board, tx", or "song Storm, and 2 more". */
export function changeWords(before: unknown, after: unknown): string {
  const places = [...new Set(difference(before, after).map((patch) => place(patch, before, after)))];
  const [first, ...more] = places;
  if (first === undefined) {
    return 'nothing';
  }
  return places.length <= MOST ? places.join('; ') : `${first}, and ${more.length} more`;
}

function place(patch: Patch, before: unknown, after: unknown): string {
  const words: string[] = [];
  let [was, is]: [unknown, unknown] = [before, after];
  for (const key of patch.at) {
    [was, is] = [within(was, key), within(is, key)];
    const word =
      typeof key === 'number' ? (called(is) ?? called(was) ?? String(key + 1)) : (FIELDS[key] ?? key);
    if (word !== '') {
      words.push(word);
    }
  }
  if ('items' in patch) {
    const gone = Array.isArray(was) ? (was as unknown[]).slice(patch.from, patch.from + patch.count) : [];
    const names = [...gone, ...patch.items].map(called).filter((name) => name !== null);
    words.push([...new Set(names)].slice(0, MOST).join(', '));
  }
  return words.filter((word) => word !== '').join(', ');
}

const within = (value: unknown, key: string | number): unknown =>
  typeof value === 'object' && value !== null ? (value as Record<string | number, unknown>)[key] : undefined;

/** How something of a list is called. */
function called(value: unknown): string | null {
  for (const key of ['label', 'title', 'name', 'id']) {
    const word = within(value, key);
    if (typeof word === 'string') {
      return word;
    }
  }
  return typeof value === 'string' ? value : null;
}
