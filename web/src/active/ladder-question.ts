import type { CarRun, LadderProgress, DrivenStep } from '@puddler/contract/shared';
import { compact, pinionsUpTo, verdictOf, type AtTrack, type Limits, type Verdict } from '@puddler/core';
import { useMemo } from 'react';
import { progressOf, isPracticeCar, runsOfCar, selectShelf } from '../document-store/selectors';
import { useAppSelector } from '../document-store/store';
import type { LadderRequest } from '../workers/ladder-worker';
import { figureWords } from './figure-words';
import { useRunTerms } from './run-terms';
import type { ActivePlan } from './use-plan';
import { useIsCarHere } from './use-car-here';

/** A step that was driven, with its run and what came of it. */
export interface Driven {
  step: DrivenStep;
  run: CarRun;
  verdict: Verdict;
}

export const foundAt = ({ step, run }: Pick<Driven, 'step' | 'run'>, hasPatch: boolean | undefined): AtTrack => ({
  hasPatch,
  passes: run.passes ?? [],
  readings: run.readings ?? [],
  settledA: run.current?.settledA,
  cutOff: step.cutOff === true,
  smell: step.smell === true,
  noise: step.noise === true,
});

/** Pinions and spurs that a ladder may be made of, and which of them are owned. */
function useTeeth({ file, carId }: Pick<ActivePlan, 'file' | 'carId'>, ownedOnly: boolean) {
  const shelf = useAppSelector(selectShelf);
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  return useMemo(() => {
    const { pinion, spur, moduleMm } = file.gearing;
    const owned = (kind: 'pinion' | 'spur', own: number) => {
      const teeth = shelf.flatMap(({ part }) =>
        part.kind === kind &&
        part.status === 'owned' &&
        (part.spec.moduleMm === undefined || moduleMm === undefined || part.spec.moduleMm === moduleMm)
          ? [part.spec.teeth]
          : [],
      );
      return [...new Set([...teeth, own])].sort((a, b) => a - b);
    };
    if (pinion === undefined || spur === undefined) return { pinions: [], spurs: [] };
    const have = { pinions: owned('pinion', pinion), spurs: owned('spur', spur) };
    const under = pinionsUpTo(pinion);
    const pinions = ownedOnly ? have.pinions : [...new Set([...under, ...have.pinions])].sort((a, b) => a - b);
    // On a practice day the box of gears is there.
    return practice ? { pinions: under, spurs: [spur] } : { pinions, spurs: have.spurs, owned: have };
  }, [file.gearing, shelf, ownedOnly, practice]);
}

/** What is asked of the ladder to a plan, and what it is made of; `question` is undefined until the runs of its steps are here. */
interface LadderQuestion {
  progress: LadderProgress;
  driven: Driven[];
  /** Those after which the car has stopped. */
  judged: Driven[];
  /** The last one that was good: the rest of the ladder begins there. */
  stood: DrivenStep | undefined;
  limits: Limits;
  question: LadderRequest | undefined;
}

/** The same for every page that shows something of the ladder. */
export function useLadderQuestion(active: Pick<ActivePlan, 'id' | 'carId' | 'file' | 'plan' | 'asBought'>): LadderQuestion {
  const { id, carId, file, plan, asBought } = active;
  const progress = useAppSelector((state) => progressOf(state, id));
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const { limits, stock } = useRunTerms(carId, file.limits);
  const system = useAppSelector((state) => state.prefs.units);
  const teeth = useTeeth(active, progress.ownedOnly === true);
  const driven = useMemo(
    () =>
      progress.steps.flatMap((step): Driven[] => {
        const run = runs.find((one) => one.id === step.runId)?.run;
        return run ? [{ step, run, verdict: verdictOf(foundAt({ step, run }, progress.hasPatch), step.foreseen, limits, figureWords(system)) }] : [];
      }),
    [progress.steps, progress.hasPatch, runs, limits, system],
  );
  const judged = useMemo(() => driven.filter(({ step }) => step.stoppedAt !== undefined), [driven]);
  const stood = judged.findLast(({ verdict }) => verdict.verdict === 'go')?.step;
  // The car as bought runs with its gears already.
  const runsSo = asBought === plan ? file.gearing : undefined;
  const from = useMemo(() => {
    const { pinion, spur } = stood ?? runsSo ?? {};
    return stood || runsSo ? compact({ pinion, spur, capShare: stood?.capShare }) : undefined;
  }, [stood, runsSo]);
  // Readings and steps are known when the log is here, and what gears are owned when the shelf is: before that it would be worked out in vain.
  const isCarWhole = useIsCarHere(carId);
  const isHere = useAppSelector((state) => state.documentStore.shelfLoaded) && isCarWhole;
  const canReadings = runs.filter(({ run }) => run.readings?.some((one) => one.of === 'can')).length;
  const question = useMemo(
    (): LadderRequest | undefined =>
      isHere ? { plan: file, options: { limits, canReadings, ...(stock ? { stock } : {}), ...teeth, ...(from ? { from } : {}) } } : undefined,
    [isHere, file, limits, canReadings, stock, teeth, from],
  );
  return { progress, driven, judged, stood, limits, question };
}
