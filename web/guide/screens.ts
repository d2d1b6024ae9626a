import source from '../../docs/screens.md?raw';

/** What the documentation says of a screen, by its heading, in Markdown; nothing where it says nothing. */
export function partOf(screen: string, markdown: string = source): string {
  const parts = markdown.split(/^## /m).slice(1);
  const part = parts.find((each) => each.slice(0, each.indexOf('\n')) === screen);
  return part === undefined ? '' : part.slice(part.indexOf('\n')).trim();
}

/** The heading for the screen at an address. */
export function screenAt(pathname: string, views: readonly { name: string; label: string }[]): string {
  if (/^\/charts\/./.test(pathname)) {
    return 'A chart';
  }
  const last = pathname.split('/').at(-1);
  return (
    views.find(({ name }) => name === last)?.label ??
    { library: 'Library', charts: 'Charts' }[last ?? ''] ??
    'Rig'
  );
}
