import { ArrowLeft, ArrowRight, X } from 'lucide-react';
import { marked } from 'marked';
import { useMemo } from 'react';
import { Button } from '../ui/Button';
import { GUIDES, type GuideName } from './guides';
import { useCommands, type Command } from '../shell/commands';
import { goTo, useGuide } from './place';
import { steps } from './steps';

/** A guide: one step at a time, at the foot of every view. */
export function Guide() {
  const [place] = useGuide();
  const source = place === null ? '' : GUIDES[place.guide].source;
  const all = useMemo(() => steps(source), [source]);
  const step = place === null ? undefined : all[Math.min(place.step, all.length - 1)];
  useCommands('Guide', place === null || step === undefined ? [] : commands(place, step.number, all.length));
  if (place === null || step === undefined) {
    return null;
  }
  return (
    <aside
      aria-label={GUIDES[place.guide].title}
      className="relative z-50 flex items-start gap-3 border-t-2 border-primary bg-base-200 px-3 py-2"
    >
      <span className="flex shrink-0 flex-col items-center">
        <span className="font-mono text-2xl leading-none font-bold">{step.number}</span>
        <span className="text-xs">of {all.length}</span>
      </span>
      <div className="min-w-0 flex-1">
        <p className="text-xs">{step.title}</p>
        {/* The text is our own, built into the application. */}
        <div
          className="reference max-h-48 overflow-auto"
          tabIndex={0}
          role="document"
          aria-label={`Step ${step.number}`}
          dangerouslySetInnerHTML={{ __html: marked.parse(step.text, { async: false }) }}
        />
      </div>
      <Button
        icon={<ArrowLeft size={16} />}
        label="Step back"
        disabled={step.number === 1}
        onClick={() => goTo({ ...place, step: step.number - 2 })}
      />
      {step.number < all.length && (
        <Button
          tone="primary"
          icon={<ArrowRight size={16} />}
          label="Done, next step"
          onClick={() => goTo({ ...place, step: step.number })}
        />
      )}
      <Button
        tone="quiet"
        iconOnly
        icon={<X size={18} />}
        label="Close the guide"
        onClick={() => goTo(null)}
      />
    </aside>
  );
}

const commands = (place: { guide: GuideName; step: number }, number: number, all: number): Command[] => [
  ...(number < all ? [{ label: 'Done, next step', run: () => goTo({ ...place, step: number }) }] : []),
  ...(number > 1 ? [{ label: 'Step back', run: () => goTo({ ...place, step: number - 2 }) }] : []),
  { label: 'Close the guide', run: () => goTo(null) },
];
