import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import type { Checked, Finding, Fix } from '../api/types';
import { Button } from '../ui/Button';

const LOOK = {
  error: { icon: CircleAlert, tone: 'text-error' },
  warning: { icon: TriangleAlert, tone: 'text-warning' },
  hint: { icon: Info, tone: 'text-info' },
};

/** The findings below the editor: a click goes to the line, another mends it. */
export function Findings({
  checked,
  onLine,
  onFix,
}: {
  checked: Checked | null;
  onLine: (line: number) => void;
  onFix: (fix: Fix) => void;
}) {
  if (checked === null) {
    return null;
  }
  return (
    <div
      className="max-h-[min(11rem,33%)] shrink-0 overflow-auto border-t border-base-300"
      aria-live="polite"
    >
      {!checked.runs && (
        <p className="bg-error px-3 py-1.5 text-sm font-semibold text-error-content">
          These rules do not run yet. The last good ones are still at work.
        </p>
      )}
      <ul aria-label="Findings">
        {checked.findings.map((finding, index) => (
          <Item
            key={`${finding.line}:${finding.column}:${finding.code}:${index}`}
            finding={finding}
            onLine={onLine}
            onFix={onFix}
          />
        ))}
      </ul>
    </div>
  );
}

function Item({
  finding,
  onLine,
  onFix,
}: {
  finding: Finding;
  onLine: (line: number) => void;
  onFix: (fix: Fix) => void;
}) {
  const { icon: Icon, tone } = LOOK[finding.severity];
  return (
    <li className="border-t border-base-300 px-3 py-1.5 text-sm first:border-t-0">
      <button
        type="button"
        className="flex w-full gap-2 text-left hover:underline"
        onClick={() => onLine(finding.line)}
      >
        <Icon size={18} className={`mt-0.5 shrink-0 ${tone}`} aria-label={finding.severity} />
        <span>
          <b>Line {finding.line}:</b> {finding.text}
        </span>
      </button>
      {finding.fixes.length > 0 && (
        <div className="mt-1 flex flex-wrap gap-1.5 pl-6">
          {finding.fixes.map((fix) => (
            <Button key={fix.title} label={fix.title} onClick={() => onFix(fix)} />
          ))}
        </div>
      )}
    </li>
  );
}
