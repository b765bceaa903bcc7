import { NO_FITTING, NO_PURCHASE } from '@puddler/contract/shared';
import {
  BAY_FIGURES_ASKED,
  benchSteps,
  FIT_PHASES,
  journeyMarks,
  nextStep,
  notJudged,
  partsList,
  PlanError,
  sameGears,
  speedSpread,
  unmeasuredOf,
  resolvePlan,
  type BenchStep,
  type JourneyStation,
  type ListLine,
  type Mark,
  type NextStep,
  type PlanFile,
  type PlanProgress,
} from '@puddler/core';
import { useDeferredValue, useMemo } from 'react';
import { holdsFigure } from '../../document-store/run-figures';
import { isCarHere } from '../../document-store/select-garage';
import { benchOf, contentAt, isPracticeCar, learnedOf, runsOfCar, selectShelf, selectWishes } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { latest } from '../../jobs/asked';
import { AnswerCache } from '../../jobs/answer-cache';
import { chainView } from '../../jobs/chain-view';
import { useRun } from '../../jobs/use-run';
import type { RunResult } from '../../workers/predict-worker';
import { learnable } from '../learnable-runs';
import { useLadderQuestion } from '../ladder-question';
import { buyRows, partsProgress, toCheckAtHome } from '../noted/buy-rows';
import { fitProgress, fitRows } from '../noted/fit-progress';
import { useRunTerms } from '../run-terms';
import type { ActivePlan } from '../use-plan';

/** What comes next for a plan, and what of its journey is done. */
export interface Journey extends Pick<PlanProgress, 'parts' | 'steps'> {
  next: NextStep;
  marks: Record<JourneyStation, Mark>;
}

/** Lists of this many plans are remembered: header, foot and Garage show what comes of the same ones. */
const LISTS_KEPT = 64;
type Lists = { lines: ListLine[]; steps: BenchStep[] };
const listed = new AnswerCache<Lists>(LISTS_KEPT);

/** What of a list and of the bench is done. */
function useNoted({ id, carId, file }: ActivePlan, result: RunResult | undefined): Pick<PlanProgress, 'parts' | 'steps'> | undefined {
  const purchase = useAppSelector((state) => contentAt(state, 'purchase', id)?.body);
  const fitting = useAppSelector((state) => contentAt(state, 'fitting', id)?.body);
  const radio = useAppSelector((state) => benchOf(state, carId)?.radio);
  // A list made before the shelf is here would lack what lies on it. It follows when all plans that are in sight can be drawn one after the other.
  const shelf = useDeferredValue(useAppSelector((state) => (state.documentStore.shelfLoaded ? selectShelf(state) : undefined)));
  const { limits, stock } = useRunTerms(carId, file.limits);
  const choices = fitting?.choices;
  const lists = useMemo(() => {
    if (!result || !shelf) return undefined;
    const key = [file, result, stock, shelf, limits, radio, choices];
    const known = listed.get(key);
    if (known) return known;
    const fresh = computed((): Lists => ({
      lines: partsList(file, { stock, shelf, limits, receiverInEsc: radio?.inEsc, failsafe: radio?.failsafe, driven: result.driven.run }).lines,
      steps: benchSteps(file, { stock, limits, choices: choices ?? {}, receiverInEsc: radio?.inEsc }),
    }));
    if (fresh) listed.set(key, fresh);
    return fresh;
  }, [result, file, stock, shelf, limits, radio, choices]);
  return useMemo(() => {
    if (!lists) return undefined;
    const rows = buyRows(lists.lines, [], purchase ?? NO_PURCHASE);
    const benchRows = fitRows(lists.steps, fitting ?? NO_FITTING);
    const open = benchRows.findIndex((row) => row.state !== 'done');
    const { done, of } = fitProgress(benchRows);
    return {
      parts: {
        ...partsProgress(rows),
        ordered: rows.filter((row) => row.state === 'ordered').length,
        isBegun: purchase !== undefined,
        toCheck: toCheckAtHome(rows),
      },
      steps: {
        done,
        of,
        isBegun: done > 0,
        isFitting: benchRows.some(({ state, step }) => state === 'done' && step.phase !== FIT_PHASES[0]),
        isNoted: fitting !== undefined,
        next: open < 0 ? undefined : { number: open + 1, title: benchRows[open]!.step.title },
      },
    };
  }, [lists, purchase, fitting]);
}

/** Undefined until the run of the plan is in, or where it cannot be computed. */
export function useJourney(now: ActivePlan): Journey | undefined {
  // What comes next follows an edit when chain and answers are drawn.
  const active = useDeferredValue(now);
  const { id, carId, file, plan, asBought } = active;
  const terms = useRunTerms(carId, plan.limits);
  const result = useDeferredValue(latest(useRun(chainView(file).state === 'ready' ? file : undefined, terms)));
  const noted = useNoted(active, result);
  const searches = useAppSelector((state) => selectWishes(state).filter((wish) => wish.carId === carId).length);
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  const runs = useDeferredValue(useAppSelector((state) => (isCarHere(state, carId) ? runsOfCar(state, carId) : undefined)));
  const learned = useAppSelector((state) => learnedOf(state, carId));
  const { judged, stood } = useLadderQuestion(active);
  const hasStock = terms.stock !== undefined;
  const known = useMemo(
    () => computed(() => ({ notJudged: notJudged(file, hasStock), unmeasured: unmeasuredOf(file), widest: () => widestOf(file) })),
    [file, hasStock],
  );
  return useMemo(() => {
    if (!result || !noted || !known || !runs) return undefined;
    const all = runs.filter(({ run }) => holdsFigure(run));
    const measured = all.filter(({ run }) => run.planId === id).length;
    // What the car’s runs teach is said where it was driven, and not on each of its plans.
    const unlearned = measured > 0 ? Math.max(0, learnable(all, practice).length - (learned?.from.length ?? 0)) : 0;
    const { pinion, spur, typical } = file.gearing;
    const progress: PlanProgress = {
      ...noted,
      ...known,
      isAsBought: asBought === plan,
      findings: result.findings,
      usualParts: file.usualParts ?? [],
      typicalGears: typical ?? [],
      searches,
      runs: { measured, unlearned },
      stepsUp: { driven: judged.length, isAtTarget: stood !== undefined && sameGears(stood, { pinion, spur }) },
    };
    return { ...noted, next: nextStep(progress), marks: journeyMarks({ ...progress, bayFigures: BAY_FIGURES_ASKED }) };
  }, [result, noted, known, runs, practice, judged, stood, asBought, plan, searches, learned, file, id]);
}

/** The figure whose measurement would narrow the top speed most. */
function widestOf(file: PlanFile): ReturnType<PlanProgress['widest']> {
  const first = speedSpread(file, resolvePlan(file))?.shares[0];
  return first && { label: first.figure.label, how: first.figure.measure };
}

/** Undefined for a plan that cannot be computed: the page says so itself. */
function computed<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}
