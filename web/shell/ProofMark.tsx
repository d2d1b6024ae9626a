import { useProving } from '../proof/useProving';

/** Beside the way to the proofs: whether the kept tapes still do what was accepted. It takes the same room whatever it says. */
export function ProofMark({ rig }: { rig: string | null }) {
  const proven = useProving(rig);
  const [sign, words, tone] = said(proven);
  return (
    <span className={`inline-block min-w-5 shrink-0 text-center text-xs font-semibold ${tone}`} title={words}>
      <span aria-hidden="true">{sign}</span>
      <span className="sr-only">{words}</span>
    </span>
  );
}

function said(proven: ReturnType<typeof useProving>): [string, string, string] {
  if (proven === null || proven.total === 0) {
    return ['', '', ''];
  }
  const { total, played, differs, unreadable, runs } = proven;
  if (!runs) {
    return ['?', 'the rules have an error, so no kept tape can be played', 'text-warning'];
  }
  if (unreadable.length > 0) {
    return [
      `?${unreadable.length}`,
      `${unreadable.length} of ${total} kept tapes are no tapes and cannot be played: ${unreadable.join(', ')}`,
      'text-warning',
    ];
  }
  if (differs.length > 0) {
    return [`✗${differs.length}`, `${differs.length} of ${total} kept tapes differ`, 'text-error'];
  }
  return played < total
    ? [`${Math.floor((100 * played) / total)}%`, `${played} of ${total} kept tapes are played`, '']
    : ['✓', `all ${total} kept tapes do what was accepted`, 'text-success'];
}
