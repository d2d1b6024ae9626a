export interface GuideStep {
  /** The heading that it stands under. */
  title: string;
  number: number;
  /** Markdown, without the number and the indentation. */
  text: string;
}

/** The numbered steps of a guide, in order, each with the heading that it stands under. */
export function steps(markdown: string): GuideStep[] {
  const found: GuideStep[] = [];
  let title = '';
  let open: { number: number; lines: string[] } | null = null;
  const close = () => {
    if (open !== null) {
      found.push({ title, number: open.number, text: open.lines.join('\n').trim() });
      open = null;
    }
  };
  for (const line of markdown.split('\n')) {
    const begin = /^(\d+)\. +(.*)$/.exec(line);
    if (begin !== null) {
      close();
      open = { number: Number(begin[1]), lines: [begin[2] ?? ''] };
    } else if (open !== null && (line === '' || line.startsWith('   '))) {
      open.lines.push(line.slice(String(open.number).length + 2));
    } else {
      close();
      title = /^## (.*)$/.exec(line)?.[1] ?? title;
    }
  }
  close();
  return found;
}
