import type { CarRun, Climb, DrivenStep } from '@puddler/contract/shared';
import {
  amend,
  compact,
  gearsOfRung,
  predictSteady,
  resolvePlan,
  sameGears,
  sessionMinutes,
  SMALLEST_PINION,
  standingOf,
  stepSession,
  verdictOf,
  type AtTrack,
  type Foreseen,
  type Ladder,
  type LadderStep,
  type LadderStanding,
  type Limits,
  type StepGears,
  type Temperatures,
  type Verdict,
} from '@puddler/core';
import { useMemo } from 'react';
import { beginStep, editClimb } from '../../desk/noted-edits';
import { editRun } from '../../desk/run-edits';
import { climbOf, runsOfCar, selectShelf, isPracticeCar } from '../../desk/selectors';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { useRunTerms } from '../../in-hand/run-terms';
import type { PlanInHand } from '../../in-hand/use-plan';
import type { Asked } from '../../jobs/asked';
import { useLadder } from '../../jobs/ladder-jobs';
import type { LadderWish, StoodSince } from '../../workers/ladder-worker';
import { figureWords, gearsText } from './step-text';

/** So many teeth under the target’s pinion are looked at. */
const PINIONS_UNDER = 10;

/** A step that was driven, with its run and what came of it. */
export interface Driven {
  step: DrivenStep;
  run: CarRun;
  verdict: Verdict;
}

/** The ladder of a plan, what was driven of it, and everything that can be done. */
export interface AtLadder {
  climb: Climb;
  state: Asked<Ladder>;
  driven: Driven[];
  /** The one that has been begun and is not judged yet, or the last. */
  last: Driven | undefined;
  standing: LadderStanding | undefined;
  limits: Limits;
  /** `warm` is how warm the car still is from the step before. */
  begin: (step: LadderStep, foreseen: Foreseen, warm: Temperatures | undefined) => void;
  stop: (step: DrivenStep) => void;
  change: (change: (noted: Climb) => Climb, label: string, joins?: string) => void;
  changeRun: (driven: Driven, change: (run: CarRun) => CarRun, label: string, joins?: string) => void;
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
function useTeeth({ file, carId }: PlanInHand, ownedOnly: boolean) {
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
    const under = Array.from({ length: PINIONS_UNDER + 1 }, (_, i) => pinion - i).filter((teeth) => teeth >= SMALLEST_PINION);
    const pinions = ownedOnly ? have.pinions : [...new Set([...under, ...have.pinions])].sort((a, b) => a - b);
    // On a practice day the box of gears is there.
    return practice ? { pinions: under, spurs: [spur] } : { pinions, spurs: have.spurs, owned: have };
  }, [file.gearing, shelf, ownedOnly, practice]);
}

/** The speed of the plan with other gears, by its figures as they are known now. */
function speedWith(inHand: PlanInHand, { pinion, spur, capShare = 1 }: StepGears): number {
  const gearing = { ...inHand.file.gearing, ...compact({ pinion, spur }) };
  return capShare * predictSteady(resolvePlan({ ...inHand.file, gearing })).topSpeedMs;
}

export function useClimb(inHand: PlanInHand): AtLadder {
  const { id, carId, file } = inHand;
  const dispatch = useAppDispatch();
  const climb = useAppSelector((state) => climbOf(state, id));
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  const { limits, stock } = useRunTerms(carId, file.limits);
  const system = useAppSelector((state) => state.prefs.units);
  const teeth = useTeeth(inHand, climb.ownedOnly === true);
  const driven = useMemo(
    () =>
      climb.steps.flatMap((step): Driven[] => {
        const run = runs.find((one) => one.id === step.runId)?.run;
        return run ? [{ step, run, verdict: verdictOf(foundAt({ step, run }, climb.hasPatch), step.foreseen, limits, figureWords(system)) }] : [];
      }),
    [climb.steps, climb.hasPatch, runs, limits, system],
  );
  const last = driven[driven.length - 1];
  const judged = useMemo(() => driven.filter(({ step }) => step.stoppedAt !== undefined), [driven]);
  // The last step that was good is where the rest of the ladder begins.
  const stood = judged.findLast(({ verdict }) => verdict.verdict === 'go')?.step;
  const from = useMemo(
    () =>
      stood && {
        ...compact({ pinion: stood.pinion, spur: stood.spur, capShare: stood.capShare }),
      },
    [stood],
  );
  // Where one stands is known once the runs of the steps are here.
  const isHere = useAppSelector((state) => state.desk.logLoaded) || climb.steps.length === 0;
  const canReadings = runs.filter(({ run }) => run.readings?.some((one) => one.of === 'can')).length;
  const wish = useMemo(
    (): LadderWish | undefined =>
      isHere ? { plan: file, options: { limits, canReadings, ...(stock ? { stock } : {}), ...teeth, ...(from ? { from } : {}) } } : undefined,
    [isHere, file, limits, canReadings, stock, teeth, from],
  );
  const state = useLadder(wish);
  const standing = useMemo(
    () =>
      state.state === 'ready' && state.value.steps.length > 0
        ? standingOf(
            state.value.steps,
            judged.map(({ step, verdict }) => ({ ...step, verdict: verdict.verdict })),
            (gears) => speedWith(inHand, gears),
          )
        : undefined,
    [state, judged, inHand],
  );
  const begin: AtLadder['begin'] = (step, foreseen, warm) => {
    const runId = crypto.randomUUID();
    const at = new Date().toISOString();
    const gears = gearsOfRung(step);
    const session = stepSession(resolvePlan(step.plan), gears.capShare ?? 1);
    const run: CarRun = {
      at,
      planId: id,
      name: `Step ${driven.length + 1}: ${gearsText(gears)}`,
      purpose: practice ? 'practice' : 'step',
      drivenAs: 'speed-pass',
      minutes: Number(sessionMinutes(session).toFixed(2)),
      plan: step.plan,
      ...(warm ? { startC: { can: rounded(warm.canC), esc: rounded(warm.escC), pack: rounded(warm.packC) } } : {}),
      ...(gears.capShare === undefined ? {} : { capShare: gears.capShare, predicted: bandsOf(foreseen) }),
    };
    const begun =
      climb.begun ??
      (state.state === 'ready' ? state.value.steps.map((one) => ({ ...gearsOfRung(one), topSpeedMs: one.topSpeedMs.p50, canC: one.canC.p50 })) : []);
    const next: DrivenStep = { id: crypto.randomUUID(), at, runId, foreseen, ...compact(gears) };
    dispatch(beginStep(carId, id, (noted) => ({ ...noted, begun: begun.map(compact), steps: [...noted.steps, next] }), runId, run, 'begin a step'));
  };
  const change: AtLadder['change'] = (make, label, joins) => dispatch(editClimb(id, make, label, joins));
  return {
    climb,
    state,
    driven,
    last,
    standing,
    limits,
    begin,
    change,
    stop: (step) => change((noted) => withStep(noted, step.id, { stoppedAt: new Date().toISOString() }), 'the car stopped'),
    changeRun: ({ step }, make, label, joins) => dispatch(editRun(step.runId, make, label, joins)),
  };
}

const rounded = (c: number) => Number(c.toFixed(1));

const bandsOf = ({ topSpeedMs, canC, escC, packC, packA }: Foreseen): NonNullable<CarRun['predicted']> => ({
  topSpeedMs,
  canC,
  escC,
  packC,
  settledA: packA,
});

export const withStep = (noted: Climb, id: string, change: Parameters<typeof amend<DrivenStep>>[1]): Climb => ({
  ...noted,
  steps: noted.steps.map((step) => (step.id === id ? amend(step, change) : step)),
});

export const isAt = (step: LadderStep, gears: StepGears): boolean => sameGears(gearsOfRung(step), gears);

/** What the cooling of a car goes by where nothing was read. */
export const guessOf = ({ step: { foreseen } }: Driven) => ({
  windingOverCanK: foreseen.windingOverCanK,
  escC: foreseen.escC.p50,
  packC: foreseen.packC.p50,
});

/** The step before, as far as it still warms the car; undefined where nothing was read of it. */
export function stoodSince(last: Driven | undefined, nowMs: number): StoodSince | undefined {
  const { run, step } = last ?? {};
  if (!last || !run?.readings?.some((one) => one.of === 'can') || step?.stoppedAt === undefined) return undefined;
  return { plan: run.plan, readings: run.readings, guess: guessOf(last), sinceS: Math.max(0, (nowMs - Date.parse(step.stoppedAt)) / 1000) };
}
