import { X } from 'lucide-react';
import { marked } from 'marked';
import { useMemo, useState } from 'react';
import source from '../../docs/rulebook.md?raw';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { examples, search, sections } from './sections';

/** The reference of the rulebook language beside the editor, searched as one types. */
export function Reference({
  onClose,
  onTry,
}: {
  onClose: () => void;
  onTry: (title: string, text: string) => void;
}) {
  const [query, setQuery] = useState('');
  const all = useMemo(() => sections(source), []);
  const found = search(all, query);
  return (
    <div
      role="region"
      aria-label="Reference"
      className="flex h-3/5 shrink-0 flex-col border-b-2 border-primary"
    >
      <div className="flex gap-2 p-2">
        <Field
          label="Search the reference"
          className="input-sm flex-1"
          type="search"
          placeholder="Search: toggle, key, velocity …"
          value={query}
          onChange={setQuery}
        />
        <Button tone="quiet" iconOnly icon={<X size={16} />} label="Close the reference" onClick={onClose} />
      </div>
      {}
      <div
        className="reference min-h-0 flex-1 overflow-auto px-3 pb-3 text-sm"
        tabIndex={0}
        role="document"
        aria-label="Reference text"
      >
        {found.length === 0 && <p>Nothing in the reference has “{query}”.</p>}
        {found.map((section) => (
          <article key={section.title}>
            {/* The text is our own, built into the application. */}
            <div dangerouslySetInnerHTML={{ __html: marked.parse(section.text, { async: false }) }} />
            {examples(section).map((text, index) => (
              <Button
                key={index}
                label={index === 0 ? `Try “${section.title}” on the bench` : 'Try the other one on the bench'}
                onClick={() => onTry(section.title, text)}
              />
            ))}
          </article>
        ))}
      </div>
    </div>
  );
}
