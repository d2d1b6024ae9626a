export interface Section {
  title: string;
  text: string;
}

/** The parts of a Markdown text, one for each heading. */
export function sections(source: string): Section[] {
  return source
    .split(/^(?=#{1,3} )/m)
    .filter((text) => text.trim() !== '')
    .map((text) => ({ title: /^#+ (.*)/.exec(text)?.[1] ?? '', text }));
}

/** The rulebooks among the code of a section. */
export function examples(section: Section): string[] {
  return [...section.text.matchAll(/```rulebook\n([\s\S]*?)```/g)].map((match) => match[1] ?? '');
}

/** Sections with every word of the query; those with a word in their title come first. */
export function search(all: readonly Section[], query: string): Section[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (text: string, word: string) => text.toLowerCase().includes(word);
  const found = all.filter((section) => words.every((word) => has(section.text, word)));
  const inTitle = (section: Section) => words.some((word) => has(section.title, word));
  return words.length === 0
    ? [...all]
    : [...found.filter(inTitle), ...found.filter((section) => !inTitle(section))];
}
