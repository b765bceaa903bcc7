import { learnedFigures } from '@puddler/core';
import { useMemo } from 'react';
import { takeLearned } from '../../document-store/run-edits';
import { isPracticeCar, learnedOf, runsOfCar } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import { learnable } from '../../active/learnable-runs';
import { runsText } from '../../active/runs-text';
import type { ActivePlan } from '../../active/use-plan';
import { useLearning } from '../../jobs/log-jobs';
import { Failed } from '../../ui/Failed';
import { Button } from '../../ui/Button';
import type { Driven } from '../../active/ladder-question';

/** Learns the car from its runs when that is wished, and draws the rest of the ladder again by it. */
export function LearnFromSteps({ active, driven }: { active: ActivePlan; driven: readonly Driven[] }) {
  const dispatch = useAppDispatch();
  const { carId, car } = active;
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  const taken = useAppSelector((state) => learnedOf(state, carId));
  const { asked, begin, cancel } = useLearning();
  const from = useMemo(() => learnable(runs, practice), [runs, practice]);
  if (driven.length === 0 || from.length === 0) return null;
  const learned = asked?.state === 'ready' ? asked.value.learned : undefined;
  const counted = learned?.figures.filter((figure) => figure.counts).length ?? 0;
  const take = () => {
    if (!learned) return;
    dispatch(takeLearned(carId, learnedFigures(learned)));
    dispatch(undoable(`The rest of the ladder is drawn by what ${runsText(learned.runs.length)} taught of ${car.name}.`));
  };
  return (
    <section aria-label="What the steps teach" className="text-body">
      <h2 className="eyebrow text-soft">What the steps teach</h2>
      <div className="flex flex-wrap items-center gap-2">
        {asked?.state === 'waiting' ? (
          <>
            <progress className="h-1 w-32" value={asked.progress?.share ?? 0} aria-label="Learning" />
            <span role="status" className="text-soft">
              {asked.progress?.what ?? 'reading the logs'} …
            </span>
            <Button onClick={cancel}>Stop</Button>
          </>
        ) : (
          <Button onClick={() => begin(from)}>{taken ? 'Learn again' : `Learn from ${runsText(from.length)}`}</Button>
        )}
        {learned && (
          <Button tone="action" disabled={!learned.isWorthTaking} onClick={take}>
            Draw the rest by it
          </Button>
        )}
      </div>
      {learned && (
        <p className="mt-1 text-soft">
          {counted === 0 ? 'The runs make no figure a fifth surer yet.' : `${counted} figures are surer by a fifth or more.`}
          {learned.slips.length > 0 && (
            <span className="text-caution"> Perhaps {learned.slips[0]!.what}: see Learning in the log before it is taken.</span>
          )}
        </p>
      )}
      {asked?.state === 'failed' && <Failed what="Nothing was learned" reason={asked.reason} onRetry={asked.retry} />}
      {taken && !asked && <p className="mt-1 text-soft">The ladder is drawn by what {runsText(taken.from.length)} taught.</p>}
    </section>
  );
}
