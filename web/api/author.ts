const KEY = 'author';

/** Who works in this browser: asked once, and told with every change. */
export function author(): string {
  return typeof localStorage === 'undefined' ? '' : (localStorage.getItem(KEY) ?? '');
}

export function setAuthor(name: string): void {
  localStorage.setItem(KEY, name.trim().slice(0, 80));
}
