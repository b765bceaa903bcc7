import { FIT_PHASES } from '@puddler/core';
import { fitProgress, formerNotes } from '../../active/noted/fit-progress';
import { PHASE_WORDS } from './fit-text';
import { FitStep } from './FitStep';
import type { AtBench } from './use-fit';

/** The steps by phase; what was noted at steps that the plan no longer has stands at the end. */
export function FitSteps({ bench }: { bench: AtBench }) {
  const { rows, fitting } = bench;
  const next = rows.find((row) => row.state !== 'done');
  const former = formerNotes(
    rows.map((row) => row.step),
    fitting,
  ).filter((note) => note.note !== undefined || note.reading !== undefined);
  return (
    <>
      {FIT_PHASES.map((phase) => {
        const of = rows.filter((row) => row.step.phase === phase);
        if (of.length === 0) return null;
        const { done } = fitProgress(of);
        return (
          <section key={phase} id={`phase-${phase}`} aria-label={PHASE_WORDS[phase]} className="mb-3 scroll-mt-3">
            <h2 className="eyebrow flex justify-between border-b border-ink pb-0.5 text-soft">
              {PHASE_WORDS[phase]}
              <span>
                {done} of {of.length}
              </span>
            </h2>
            <ol>
              {of.map((row) => (
                <FitStep key={row.step.id} row={row} bench={bench} isNext={row === next} />
              ))}
            </ol>
          </section>
        );
      })}
      {former.length > 0 && (
        <section aria-label="Noted at steps that the plan no longer has" className="text-small text-soft">
          <h2 className="eyebrow">Noted at steps that the plan no longer has</h2>
          <ul>
            {former.map((note) => (
              <li key={note.id}>{[note.note, note.reading].filter((one) => one !== undefined).join(' · ')}</li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
