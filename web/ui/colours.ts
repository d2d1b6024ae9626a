/** Words of lamps that style sheets do not know. */
const MORE: Readonly<Record<string, string>> = { amber: '#ffb000', warm: '#ffd9a0', cold: '#cfe8ff' };

/** A colour of a lamp or a label for the screen, by its word; it stands beside the word, never in its place. */
export function swatch(word: string): string {
  return MORE[word.toLowerCase()] ?? word;
}
