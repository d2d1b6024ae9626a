/** Views of a show, by what they are called in an address. */
export type ViewName = 'rig' | 'bench' | 'show' | 'proof' | 'paper' | 'live' | 'stage';

/** Where a view of a show is. A show is known by the id of its rig; without a rig by that of its rulebook. */
export const wayTo = (show: string, view: ViewName, search: Record<string, string> = {}): string => {
  const asked = new URLSearchParams(search).toString();
  return `/shows/${show}/${view}${asked === '' ? '' : `?${asked}`}`;
};
