import { Undo2 } from 'lucide-react';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import type { RuleWork } from './useRules';

/** What a sheet has just changed in the rules, with the way back, and what to look at after a copy. */
export function Done({ rules }: { rules: RuleWork }) {
  const { done } = rules;
  return (
    <>
      <Notice text={rules.problem} tone="error" onClose={rules.close} />
      <div
        role="status"
        className="flex min-h-11 flex-wrap items-center gap-3 rounded-field bg-base-300 px-3 text-sm"
      >
        {done === null ? (
          <span>What is changed here is changed in the rules.</span>
        ) : (
          <>
            <span className="font-semibold">{done.words}</span>
            <Button
              icon={<Undo2 size={16} />}
              label="Take it back"
              disabled={rules.isBusy || !rules.canTakeBack}
              onClick={rules.takeBack}
            />
          </>
        )}
        {done !== null && done.left.length > 0 && (
          <ul aria-label="Not copied" className="w-full list-inside list-disc">
            {done.left.map((left) => (
              <li key={left}>Not copied: {left}</li>
            ))}
          </ul>
        )}
        {done !== null && done.same.length > 0 && (
          <fieldset
            aria-label="The same in both"
            className="flex max-h-60 w-full flex-col gap-1 overflow-y-auto py-2"
          >
            <legend>The same in both now; tick what is meant so:</legend>
            {done.same.map((same) => (
              <label key={same} className="flex items-center gap-2">
                <input type="checkbox" className="checkbox checkbox-sm" /> {same}
              </label>
            ))}
          </fieldset>
        )}
      </div>
    </>
  );
}
