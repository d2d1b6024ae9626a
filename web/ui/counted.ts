/** A number with what it counts, in its plural: "1 lead", "2 leads", "3 switches". */
export function counted(count: number, what: string): string {
  const many = /(s|x|ch|sh)$/.test(what)
    ? `${what}es`
    : /[^aeiou]y$/.test(what)
      ? `${what.slice(0, -1)}ies`
      : `${what}s`;
  return `${count} ${count === 1 ? what : many}`;
}
