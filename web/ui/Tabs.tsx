import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { Fragment, type ReactNode } from 'react';

/** Parts of a view, of which one is seen. Around both the tabs and what they show, wherever these stand. */
export function Tabbed<T extends string>({
  tabs,
  tab,
  onTab,
  children,
}: {
  tabs: readonly T[];
  tab: T;
  onTab: (tab: T) => void;
  children: ReactNode;
}) {
  return (
    <TabGroup
      as={Fragment}
      selectedIndex={tabs.indexOf(tab)}
      onChange={(index) => {
        const chosen = tabs[index];
        if (chosen !== undefined) {
          onTab(chosen);
        }
      }}
    >
      {children}
    </TabGroup>
  );
}

/** The tabs themselves: arrows go from one to the next. */
export function Tabs<T extends string>({
  label,
  tabs,
  marks = {},
}: {
  label: string;
  tabs: readonly (readonly [T, string])[];
  /** Numbers that ask for attention. */
  marks?: Partial<Record<T, number>>;
}) {
  return (
    <TabList aria-label={label} className="flex flex-wrap">
      {tabs.map(([each, words]) => (
        <Tab
          key={each}
          className={({ selected }) =>
            `btn btn-sm min-h-9 px-2 ${selected ? 'btn-neutral underline decoration-primary decoration-2 underline-offset-4' : 'btn-ghost'}`
          }
        >
          {words}
          {(marks[each] ?? 0) > 0 && <span className="font-semibold text-error">{marks[each]}</span>}
        </Tab>
      ))}
    </TabList>
  );
}

/** What the chosen tab shows; the others are not drawn. */
export function TabBody<T extends string>({
  tabs,
  show,
  className = '',
}: {
  tabs: readonly T[];
  show: (tab: T) => ReactNode;
  className?: string;
}) {
  return (
    <TabPanels as={Fragment}>
      {tabs.map((each) => (
        <TabPanel key={each} className={className}>
          {() => <>{show(each)}</>}
        </TabPanel>
      ))}
    </TabPanels>
  );
}
