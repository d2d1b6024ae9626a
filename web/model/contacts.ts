import type { Read } from '../ui/CheckedField';

/** Contacts that are joined, as they are typed: "2-tip, 5-ring". */
export function contactsIn(contacts: Readonly<Record<string, string>> | undefined): string {
  return Object.entries(contacts ?? {})
    .map(([from, to]) => `${from}-${to}`)
    .join(', ');
}

/** What was typed, contact by contact; none of them may stand twice at the first end. */
export function contactsFrom(typed: string): Read<Record<string, string>> {
  const contacts: Record<string, string> = {};
  for (const pair of typed.split(/[,;\n]/).map((each) => each.trim())) {
    if (pair === '') {
      continue;
    }
    const [from, to, more] = pair.split(/\s*(?:-|–|→|:|=)\s*/);
    if (from === undefined || to === undefined || from === '' || to === '' || more !== undefined) {
      return { why: `Write contacts in pairs, first end first, such as 2-tip, 5-ring. “${pair}” is none.` };
    }
    if (contacts[from] !== undefined) {
      return { why: `${from} stands twice at the first end.` };
    }
    contacts[from] = to;
  }
  return { value: contacts };
}
