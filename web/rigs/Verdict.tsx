const LOOKS: Record<string, { mark: string; tone: string }> = {
  works: { mark: '✓', tone: 'bg-success text-success-content' },
  dead: { mark: '✕', tone: 'bg-error text-error-content' },
  'may damage': { mark: '!', tone: 'bg-error text-error-content' },
  unknown: { mark: '?', tone: 'bg-warning text-warning-content' },
};

/** A verdict as a mark and a word. */
export function Verdict({ verdict }: { verdict: string }) {
  const look = LOOKS[verdict];
  return (
    <span
      className={`rounded px-2 py-0.5 text-sm font-semibold whitespace-nowrap ${look?.tone ?? 'bg-base-300'}`}
    >
      {look?.mark} {verdict}
    </span>
  );
}
