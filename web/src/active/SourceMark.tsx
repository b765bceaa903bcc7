import type { Origin } from '@puddler/core';

const WORDS = {
  measured: 'measured',
  learned: 'learned',
  label: 'from the label',
  typical: 'typical of its kind, not measured',
  estimated: 'estimated',
} as const;
const MARKS = { measured: '●', learned: '◉', label: '◧', typical: '◌', estimated: '○' } as const;

/** Where a figure came from, in a word, and for an estimate by which rule. */
export function SourceMark({ origin }: { origin: Origin }) {
  return (
    <p className="mt-0.5 text-right text-fine text-soft">
      <span aria-hidden="true">{MARKS[origin.source]} </span>
      {WORDS[origin.source]}
      {origin.rule && `: ${origin.rule}`}
    </p>
  );
}
