import { RANGES, type CarRun, type LadderProgress, type DrivenStep } from '@puddler/contract/shared';
import {
  amend,
  compact,
  gearsOfStep,
  predictSteady,
  resolvePlan,
  sameGears,
  sessionMinutes,
  positionOn,
  stepSession,
  type Foreseen,
  type Ladder,
  type LadderStep,
  type ReasonId,
  type LadderPosition,
  type Limits,
  type StepGears,
  type Temperatures,
} from '@puddler/core';
import { useMemo } from 'react';
import { beginStep, editLadderProgress } from '../../document-store/noted-edits';
import { editRun } from '../../document-store/run-edits';
import { isPracticeCar } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { useLadderQuestion, type Driven } from '../../active/ladder-question';
import type { ActivePlan } from '../../active/use-plan';
import type { Asked } from '../../jobs/asked';
import { useLadder } from '../../jobs/ladder-jobs';
import type { StoodSince } from '../../workers/ladder-worker';
import { gearsText } from './step-text';
import { newId } from '@puddler/contract/shared';
import { nowText } from '../../ui/clock';

/** The ladder of a plan, what was driven of it, and everything that can be done. */
export interface AtLadder {
  progress: LadderProgress;
  state: Asked<Ladder>;
  driven: Driven[];
  /** The one that has been begun and is not judged yet, or the last. */
  last: Driven | undefined;
  position: LadderPosition | undefined;
  limits: Limits;
  /** `warm` is how warm the car still is from the step before. */
  begin: (step: LadderStep, foreseen: Foreseen, warm: Temperatures | undefined) => void;
  stop: (step: DrivenStep) => void;
  change: (change: (noted: LadderProgress) => LadderProgress, label: string, joins?: string) => void;
  changeRun: (driven: Driven, change: (run: CarRun) => CarRun, label: string, joins?: string) => void;
}

/** The speed of the plan with other gears, by its figures as they are known now. */
function speedWith(active: ActivePlan, { pinion, spur, capShare = 1 }: StepGears): number {
  const gearing = { ...active.file.gearing, ...compact({ pinion, spur }) };
  return capShare * predictSteady(resolvePlan({ ...active.file, gearing })).topSpeedMs;
}

export function useLadderProgress(active: ActivePlan): AtLadder {
  const { id, carId } = active;
  const dispatch = useAppDispatch();
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  const { progress, driven, judged, limits, question } = useLadderQuestion(active);
  const last = driven[driven.length - 1];
  const state = useLadder(question);
  const position = useMemo(
    () =>
      state.state === 'ready' && state.value.steps.length > 0
        ? positionOn(
            state.value.steps,
            judged.map(({ step, verdict }) => ({ ...step, verdict: verdict.verdict })),
            (gears) => speedWith(active, gears),
          )
        : undefined,
    [state, judged, active],
  );
  const begin: AtLadder['begin'] = (step, foreseen, warm) => {
    const runId = newId();
    const at = nowText();
    const gears = gearsOfStep(step);
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
      progress.begun ??
      (state.state === 'ready' ? state.value.steps.map((one) => ({ ...gearsOfStep(one), topSpeedMs: one.topSpeedMs.p50, canC: one.canC.p50 })) : []);
    const next: DrivenStep = { id: newId(), at, runId, foreseen, ...compact(gears) };
    dispatch(beginStep(carId, id, (noted) => ({ ...noted, begun: begun.map(compact), steps: [...noted.steps, next] }), runId, run, 'begin a step'));
  };
  const change: AtLadder['change'] = (make, label, joins) => dispatch(editLadderProgress(id, make, label, joins));
  return {
    progress,
    state,
    driven,
    last,
    position,
    limits,
    begin,
    change,
    stop: (step) => change((noted) => withStep(noted, step.id, { stoppedAt: nowText() }), 'the car stopped'),
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

export const withStep = (noted: LadderProgress, id: string, change: Parameters<typeof amend<DrivenStep>>[1]): LadderProgress => ({
  ...noted,
  steps: noted.steps.map((step) => (step.id === id ? amend(step, change) : step)),
});

export const isAt = (step: LadderStep, gears: StepGears): boolean => sameGears(gearsOfStep(step), gears);

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

/** What a verdict lacks while the temperatures of a step are still to be typed. */
const TO_READ: ReadonlySet<ReasonId> = new Set(['readings-missing', 'highest-missing']);

/** Whether the step has stopped and its temperatures are not all typed: for as long as a reading may be. */
export const isToRead = ({ step, verdict }: Driven, now: number): boolean =>
  step.stoppedAt !== undefined &&
  now - Date.parse(step.stoppedAt) < 1000 * RANGES['readings.afterStopS'].max &&
  verdict.reasons.some(({ id }) => TO_READ.has(id));
