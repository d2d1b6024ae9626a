import { marked } from 'marked';
import { useLocation } from 'react-router';
import { partOf, screenAt } from '../guide/screens';
import { Dialog } from '../ui/Dialog';
import { VIEWS_OF_SHOW } from '../views';
import { useCommandsNow, type Command } from './commands';

const EVERYWHERE: readonly Command[] = [
  { label: 'Find anything', keys: 'Ctrl+K' },
  { label: 'Keys, and what is on the screen', keys: '?' },
  { label: 'Panic: silence everything', keys: 'Esc' },
  { label: 'Skip to the view', keys: 'Tab, then Enter' },
];

/** What stands on the view that is looked at, and every key that counts there. */
export function Keys({ onClose }: { onClose: () => void }) {
  const screen = screenAt(useLocation().pathname, VIEWS_OF_SHOW);
  const groups = [...useCommandsNow(), { of: 'Everywhere', commands: EVERYWHERE }]
    .map(({ of, commands }) => ({ of, commands: commands.filter(({ keys }) => keys !== undefined) }))
    .filter(({ commands }) => commands.length > 0);
  return (
    <Dialog title={`${screen}: keys, and what is there`} onClose={onClose} width="w-[62rem]">
      <div
        className="grid gap-x-8 gap-y-4 overflow-auto p-3 md:grid-cols-[1fr_25rem]"
        tabIndex={0}
        role="region"
        aria-label="Keys of this view"
      >
        <section aria-label="What is there" className="max-md:order-last">
          <h3 className="mb-1 font-semibold">What is there</h3>
          {/* The text is our own, built into the application. */}
          <div
            className="reference"
            dangerouslySetInnerHTML={{ __html: marked.parse(partOf(screen), { async: false }) }}
          />
        </section>
        <div className="flex flex-col gap-4">
          {groups.map(({ of, commands }) => (
            <section key={of} aria-label={of}>
              <h3 className="mb-1 font-semibold">{of}</h3>
              <dl className="grid grid-cols-[10.5rem_1fr] gap-x-3 gap-y-1">
                {commands.map(({ label, keys }) => (
                  <div key={label} className="contents">
                    <dt>
                      <kbd className="kbd whitespace-nowrap">{keys}</kbd>
                    </dt>
                    <dd>{label}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <p className="text-sm">Letters and single keys count outside fields; in a field they are typed.</p>
        </div>
      </div>
    </Dialog>
  );
}
