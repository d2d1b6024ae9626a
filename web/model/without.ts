/** Without one of its fields: absent means unknown. */
export function without<T extends object, K extends keyof T>(object: T, field: K): Omit<T, K> {
  const copy: Partial<T> = { ...object };
  Reflect.deleteProperty(copy, field);
  return copy as Omit<T, K>;
}
