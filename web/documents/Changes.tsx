import type { RevisionText } from '../api/types';

/** Lines that came and went, each with its number. */
export function Changes({ changes }: { changes: RevisionText['changes'] }) {
  if (changes.length === 0) {
    return <p className="text-sm">No line of the text.</p>;
  }
  return (
    <ul aria-label="Changed lines" className="shrink-0 rounded-box bg-base-100 p-2 font-mono text-sm">
      {changes.map((change, index) => (
        <li
          key={index}
          className={`whitespace-pre-wrap ${change.sign === '+' ? 'text-success' : change.sign === '-' ? 'text-error line-through decoration-1' : ''}`}
        >
          <span
            aria-hidden="true"
            className="mr-2 inline-block w-10 text-right text-base-content no-underline"
          >
            {change.line}
          </span>
          <span className="sr-only">{change.sign === '+' ? 'added: ' : 'taken out: '}</span>
          {change.sign} {change.text}
        </li>
      ))}
    </ul>
  );
}
