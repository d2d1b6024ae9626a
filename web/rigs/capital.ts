/** A sentence begins with a capital letter. */
export const capital = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
