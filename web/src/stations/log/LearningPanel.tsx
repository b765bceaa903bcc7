import type { Learned } from '@puddler/core';
import type { CarRun } from '@puddler/contract/shared';
import { learnedFigures, setField } from '@puddler/core';
import { useMemo, useState } from 'react';
import { deleteDocument } from '../../document-store/edits';
import { editRun, takeLearned } from '../../document-store/run-edits';
import { isPracticeCar, learnedOf, type StoredRun } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import { learnable } from '../../active/learnable-runs';
import { runsText } from '../../active/runs-text';
import type { ActivePlan } from '../../active/use-plan';
import type { Learning } from '../../jobs/log-jobs';
import { Failed } from '../../ui/Failed';
import { Button } from '../../ui/Button';
import { LearnedTable } from './LearnedTable';
import { Contradiction, Misfits, Slips } from './FitNotes';
import { PlansChange } from './PlansChange';
import type { AtLog } from './use-log';
import { WhatNext } from './WhatNext';

/** What the runs say about the car’s own figures; taken on a word, forgotten on a word. */
export function LearningPanel({ log, active, learning }: { log: AtLog; active: ActivePlan; learning: Learning }) {
  const dispatch = useAppDispatch();
  const { carId, car } = active;
  const taken = useAppSelector((state) => learnedOf(state, carId));
  const { asked, begin, cancel } = learning;
  const result = asked?.state === 'ready' ? asked.value : undefined;
  const [all, setAll] = useState(false);
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  const runs = useMemo(() => learnable(log.runs, practice), [log.runs, practice]);
  const learned = result?.learned;
  const isOld =
    result !== undefined &&
    (result.runs.length !== runs.length || result.runs.some((run, i) => withoutPredicted(run) !== withoutPredicted(runs[i]!)));
  const doubted = (learned?.contradicting ?? []).flatMap((place) => log.runs.find(({ run }) => isSameRun(run, result!.runs[place]!)) ?? []);
  const isDoubted = doubted.length > 1 || (learned?.slips.length ?? 0) > 0;
  const leaveOut = (one: StoredRun) => {
    dispatch(editRun(one.id, (run) => setField(run, 'aside', true), 'leave out of learning'));
    begin(runs.filter((run) => !isSameRun(run, one.run)));
  };
  const take = (learnedNow: Learned) => {
    dispatch(takeLearned(carId, learnedFigures(learnedNow)));
    dispatch(undoable(`${car.name} reckons with what ${runsText(learnedNow.runs.length)} taught, in every plan.`));
  };
  const forget = () => {
    dispatch(deleteDocument('learned', carId));
    dispatch(undoable(`What was learned of ${car.name} is forgotten.`));
  };
  return (
    <section aria-label="Learning" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        {asked?.state === 'waiting' ? (
          <>
            <progress className="h-1 w-40" value={asked.progress?.share ?? 0} aria-label="Learning" />
            <span role="status" className="text-body text-soft">
              {asked.progress?.what ?? 'reading the logs'} …
            </span>
            <Button onClick={cancel}>Stop</Button>
          </>
        ) : (
          <Button tone={learned && !isOld ? 'plain' : 'action'} disabled={runs.length === 0} onClick={() => begin(runs)}>
            {learned ? 'Learn again' : `Learn from ${runsText(runs.length)}`}
          </Button>
        )}
        {learned && (
          <Button tone={isOld || isDoubted ? 'plain' : 'action'} disabled={!learned.isWorthTaking} onClick={() => take(learned)}>
            {isDoubted ? 'Take it all the same' : 'Take it for the car’s own'}
          </Button>
        )}
        {taken && (
          <span className="flex items-center gap-1 text-body">
            <span className="text-soft">In use: from {runsText(taken.from.length)}.</span>
            <Button tone="quiet" onClick={forget}>
              Forget it
            </Button>
          </span>
        )}
      </div>
      {runs.length === 0 && (
        <p className="text-body text-soft">Learning needs a run with a figure in it. What is left out of learning, and practice, is not asked.</p>
      )}
      {isOld && <p className="text-body text-caution">The runs have changed since: learn again before it is taken.</p>}
      {asked?.state === 'failed' && <Failed what="Nothing was learned" reason={asked.reason} onRetry={asked.retry} />}
      {learned && result && (
        <>
          <p className={`text-lead font-semibold ${isDoubted ? 'text-caution' : ''}`}>{verdictText(learned, doubted.length > 1)}</p>
          <Contradiction runs={doubted} onLeaveOut={leaveOut} />
          <Slips slips={learned.slips} />
          <PlansChange carId={carId} car={car} planId={active.id} learned={learned} />
          <LearnedTable learned={learned} all={all} onAll={() => setAll(!all)} />
          <Misfits learned={learned} />
        </>
      )}
      <WhatNext file={active.file} />
    </section>
  );
}

const isSameRun = (a: CarRun, b: CarRun): boolean => a === b || withoutPredicted(a) === withoutPredicted(b);

/** Bands are computed beside a run and teach nothing. */
const known = new WeakMap<object, string>();
function withoutPredicted(run: object): string {
  let text = known.get(run);
  if (text === undefined) {
    const { predicted: _predicted, photos: _photos, notes: _notes, ...said } = run as Record<string, unknown>;
    known.set(run, (text = JSON.stringify(said)));
  }
  return text;
}

/** What to do about a learning result, in a sentence. */
function verdictText(learned: Learned, isContradicted: boolean): string {
  if (isContradicted) return 'Not yet: two runs contradict each other.';
  if (learned.slips.length > 0) return 'Not yet: something may be noted wrongly.';
  return outcomeText(learned);
}

function outcomeText({ outcome, figures, isWorthTaking }: Learned): string {
  const counted = figures.filter((figure) => figure.counts).length;
  switch (outcome) {
    case 'converged':
    case 'max-steps':
      return counted === 0 && isWorthTaking
        ? 'No figure is a fifth surer by itself, but together they move the speed that plans say: take it, and they say so.'
        : counted === 0
          ? 'The runs make no figure a fifth surer: there is nothing to take yet.'
          : `${counted} of ${figures.length} figures are surer by a fifth or more.${outcome === 'max-steps' ? ' It had not quite settled.' : ''}`;
    case 'no-evidence':
      return 'The runs say nothing that a prediction could be held against.';
    case 'not-computable':
      return 'The plan of a run cannot be computed with what the runs say.';
  }
}
