import { ChevronDown, ChevronRight } from 'lucide-react';
import type { Step } from './steps';

interface Props {
  step: Step;
  number: number;
  isOpen: boolean;
  onToggle: () => void;
}

/** A step at the bench: a line that says what is known by it, and under it, when it is open, where the rest is entered. */
export function StepLine({ step, number, isOpen, onToggle }: Props) {
  const Icon = isOpen ? ChevronDown : ChevronRight;
  return (
    <section id={step.id} aria-labelledby={`${step.id}-title`} className="scroll-mt-2 border-b border-rule last:border-0">
      <h2>
        <button
          type="button"
          aria-expanded={isOpen}
          className="flex w-full items-baseline gap-2 py-1.5 text-left hover:bg-wash max-sm:min-h-thumb max-sm:flex-wrap"
          onClick={onToggle}
        >
          <Icon size={13} className="shrink-0 self-center text-soft" aria-hidden="true" />
          <span className="w-4 shrink-0 text-right text-small text-soft">{number}</span>
          <span id={`${step.id}-title`} className="shrink-0 font-semibold">
            {step.title}
          </span>
          <span className="min-w-0 flex-1 truncate text-body text-soft max-sm:order-last max-sm:basis-full max-sm:pl-8">
            {isOpen ? '' : step.known}
          </span>
          <Progress step={step} />
        </button>
      </h2>
      {isOpen && (
        <div className="pb-4 pl-8 max-sm:pl-0">
          <p className="mb-2 text-small text-soft">{step.gain}</p>
          {step.body()}
        </div>
      )}
    </section>
  );
}

function Progress({ step: { given, of } }: { step: Step }) {
  if (of === 0) return null;
  const isDone = given >= of;
  return (
    <span className={`shrink-0 text-fine ${isDone ? 'text-good' : 'text-soft'}`}>
      {isDone && <span aria-hidden="true">✓ </span>}
      {given === 0 ? 'not yet' : isDone ? 'done' : `${given} of ${of}`}
    </span>
  );
}
