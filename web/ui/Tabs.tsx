/** Parts of a view, of which one is seen. */
export function Tabs<T extends string>({
  label,
  tabs,
  tab,
  marks = {},
  onTab,
}: {
  label: string;
  tabs: readonly (readonly [T, string])[];
  tab: T;
  /** Numbers that ask for attention. */
  marks?: Partial<Record<T, number>>;
  onTab: (tab: T) => void;
}) {
  return (
    <div role="tablist" aria-label={label} className="flex flex-wrap">
      {tabs.map(([each, words]) => (
        <button
          key={each}
          type="button"
          role="tab"
          aria-selected={each === tab}
          className={`btn btn-sm min-h-9 px-2 ${each === tab ? 'btn-neutral underline decoration-primary decoration-2 underline-offset-4' : 'btn-ghost'}`}
          onClick={() => onTab(each)}
        >
          {words}
          {(marks[each] ?? 0) > 0 && <span className="font-semibold text-error">{marks[each]}</span>}
        </button>
      ))}
    </div>
  );
}
