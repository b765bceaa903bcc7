import type { Verdict } from '@puddler/core';
import { ArrowDown, ArrowUp, Pause } from 'lucide-react';
import { TONE_TEXT, VERDICT_WORDS } from './step-text';

const ICONS = { go: ArrowUp, hold: Pause, back: ArrowDown };

/** Go on, hold or go back, with every reason and its figures. */
export function VerdictView({ verdict: { verdict, reasons }, large = false }: { verdict: Verdict; large?: boolean }) {
  const { word, tone } = VERDICT_WORDS[verdict];
  const Icon = ICONS[verdict];
  return (
    <section aria-label="Verdict">
      <p className={`wide flex items-center gap-2 font-semibold ${large ? 'text-head' : 'text-title'} ${TONE_TEXT[tone]}`}>
        <Icon size={large ? 26 : 18} aria-hidden="true" />
        {word}
      </p>
      <ul className={`list-disc pl-5 ${large ? 'text-lead' : 'text-body'}`}>
        {reasons.map(({ id, text }) => (
          <li key={`${id} ${text}`}>{text}</li>
        ))}
      </ul>
    </section>
  );
}
