import { MOST_DRIVES, type CarRun, type PlanBody } from '@puddler/contract/shared';
import {
  compact,
  GENTLE_SHARE,
  sessionMinutes,
  stepSession,
  resolvePlan,
  type Day,
  type Drive,
  type DriveHow,
  type PlanFile,
  type StepGears,
} from '@puddler/core';
import { useCallback, useEffect, useState } from 'react';
import { editLadderProgress } from '../../document-store/noted-edits';
import { amendDay, editRun, keepRun } from '../../document-store/run-edits';
import { carOf, progressOf, dayOf, learnedOf, runsOfCar } from '../../document-store/selectors';
import { plansOfCar } from '../../document-store/select-garage';
import { useAppDispatch, useAppSelector, useAppStore } from '../../document-store/store';
import { planFileFor } from '../../active/joined-plan';
import { askThermometer, NEAR_M, tellDevices } from '../../jobs/instruments';
import { reasonOf } from '../../jobs/worker-client';
import { practiceClient } from '../../jobs/practice-jobs';
import { newId } from '@puddler/contract/shared';

export interface DriveChoice extends StepGears {
  how: DriveHow;
}

/** The active practice day: where it stands, and everything that can be done. */
export interface AtDay {
  carId: string;
  day: Day;
  planId: string;
  plan: PlanBody;
  file: PlanFile;
  /** The last drive, and the name it has with the devices once they know of it. */
  last: Drive | undefined;
  deviceId: string | undefined;
  /** The step that was begun and is not driven yet. */
  openStep: ReturnType<typeof progressOf>['steps'][number] | undefined;
  run: CarRun | undefined;
  busy: boolean;
  problem: string | undefined;
  isFull: boolean;
  drive: (choice: DriveChoice) => Promise<void>;
  /** Lets the car stand. */
  wait: (seconds: number) => void;
  waitUntilUnder: (c: number) => Promise<void>;
  changeRun: (change: (run: CarRun) => CarRun, label: string) => void;
  end: () => void;
}

const COOL_STEP_S = 15;
const LONGEST_WAIT_S = 3 * 3600;

/** The day of a car; undefined when there is none. */
export function useDay(carId: string): AtDay | undefined {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const day = useAppSelector((state) => dayOf(state, carId));
  const car = useAppSelector((state) => carOf(state, carId));
  const plans = useAppSelector((state) => plansOfCar(state, carId));
  const learned = useAppSelector((state) => learnedOf(state, carId));
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const entry = plans[0];
  const progress = useAppSelector((state) => (entry ? progressOf(state, entry.id) : undefined));
  const { busy, problem, driving } = useDriving();
  const last = day?.drives[day.drives.length - 1];
  const { deviceId, failed } = useDevices(day, last);
  const openStep = progress?.steps.findLast((step) => step.stoppedAt === undefined && !day?.drives.some((one) => one.runId === step.runId));
  if (!day || !car || !entry) return undefined;
  const file = planFileFor(car, entry.plan, undefined, learned);

  const drive = (choice: DriveChoice) =>
    driving(async () => {
      const plan = fitted(file, choice);
      const { how, capShare } = choice;
      const now = dayOf(store.getState(), carId)!;
      const outcome = await practiceClient.ask('drive', { day: now, wish: { plan, how, ...compact({ capShare }) } });
      const at = new Date().toISOString();
      const isStep =
        openStep &&
        how === 'passes' &&
        openStep.pinion === choice.pinion &&
        openStep.spur === choice.spur &&
        (openStep.capShare ?? 1) === (capShare ?? 1);
      const runId = isStep ? openStep.runId : newId();
      if (!isStep) dispatch(keepRun(carId, runId, runOf(plan, choice, entry.id, at, now.drives.length + 1), 'a practice run'));
      const drive: Drive = {
        id: newId(),
        plan,
        how,
        ...compact({ capShare }),
        at,
        runId,
        seed: (now.seed * 1000 + now.drives.length + 1) >>> 0,
        ...outcome,
      };
      dispatch(amendDay(carId, (known) => ({ ...known, drives: [...known.drives, drive], waitedS: known.waitedS + known.stoodS, stoodS: 0 })));
      if (isStep) stopStep(openStep.id, 0);
      // A builder points the thermometer before it goes off as well: a car that is still warm gets hotter.
      const startC = last && deviceId !== undefined ? await readBefore(deviceId, now.stoodS) : undefined;
      if (startC) dispatch(editRun(runId, (run) => ({ ...run, startC }), 'how warm it began'));
    });

  /** The step’s clock goes by the day’s: its car stopped so long ago. */
  const stopStep = (stepId: string, agoS: number) => {
    const stoppedAt = new Date(Date.now() - 1000 * agoS).toISOString();
    dispatch(
      editLadderProgress(
        entry.id,
        (noted) => ({ ...noted, steps: noted.steps.map((one) => (one.id === stepId ? { ...one, stoppedAt } : one)) }),
        'the car stopped',
        `clock ${stepId}`,
      ),
    );
  };
  const wait = (seconds: number) => {
    const stoodS = Math.min(LONGEST_WAIT_S, day.stoodS + seconds);
    dispatch(amendDay(carId, (known) => ({ ...known, stoodS })));
    const step = progress?.steps.find((one) => one.runId === last?.runId);
    if (step) stopStep(step.id, stoodS);
  };
  return {
    carId,
    day,
    planId: entry.id,
    plan: entry.plan,
    file,
    last,
    deviceId,
    openStep,
    run: runs.find(({ id }) => id === last?.runId)?.run,
    busy,
    problem: problem ?? failed,
    isFull: day.drives.length >= MOST_DRIVES,
    drive,
    wait,
    waitUntilUnder: (c) =>
      driving(async () => {
        let stoodS = day.stoodS;
        for (; stoodS < LONGEST_WAIT_S; stoodS += COOL_STEP_S) {
          const now = await practiceClient.ask('now', { ...day, stoodS });
          if (Math.max(now.canC, now.escC, now.packC, now.windingC) <= c) break;
        }
        wait(stoodS - day.stoodS);
      }),
    changeRun: (change, label) => last && dispatch(editRun(last.runId, change, label)),
    end: () => dispatch(amendDay(carId, (known) => ({ ...known, over: true as const }))),
  };
}

/** One drive or wait at a time is worked out; what went wrong with the last is kept. */
function useDriving() {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const driving = useCallback(async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
    } catch (cause) {
      setProblem(reasonOf(cause));
    }
    setBusy(false);
  }, []);
  return { busy, problem, driving };
}

/** Motor, ESC and pack as the thermometer says just before a drive. */
async function readBefore(deviceId: string, stoodS: number): Promise<NonNullable<CarRun['startC']>> {
  const [can, esc, pack] = await Promise.all(
    (['can', 'esc', 'pack'] as const).map((of) => askThermometer(deviceId, { of, distanceM: NEAR_M, matt: true }, stoodS)),
  );
  return { can: can!, esc: esc!, pack: pack! };
}

const fitted = (file: PlanFile, { pinion, spur }: StepGears): PlanFile => ({
  ...file,
  gearing: { ...file.gearing, ...compact({ pinion, spur }) },
});

function runOf(plan: PlanFile, { how, capShare }: DriveChoice, planId: string, at: string, number: number): CarRun {
  const minutes = how === 'passes' ? sessionMinutes(stepSession(resolvePlan(plan), capShare ?? 1)) : undefined;
  return {
    at,
    planId,
    name: `Drive ${number}`,
    purpose: 'practice',
    ...(how === 'passes' ? { drivenAs: 'speed-pass' as const } : {}),
    ...(minutes === undefined ? {} : { minutes: Number(minutes.toFixed(2)) }),
    plan,
    ...(how === 'gentle' ? { capShare: Math.min(capShare ?? 1, GENTLE_SHARE) } : capShare === undefined ? {} : { capShare }),
  };
}

/** Tells the devices of the last drive, again after the page was away. */
function useDevices(day: Day | undefined, last: Drive | undefined): { deviceId: string | undefined; failed: string | undefined } {
  const [informed, setInformed] = useState<{ drive: Drive; id?: string; failed?: string }>();
  const { base, seed, set } = day ?? {};
  useEffect(() => {
    if (!base || seed === undefined || !last) return;
    let wanted = true;
    tellDevices({ base, seed, ...compact({ set }) }, last)
      .then((id) => wanted && setInformed({ drive: last, id }))
      .catch((cause: unknown) => wanted && setInformed({ drive: last, failed: reasonOf(cause) }));
    return () => {
      wanted = false;
    };
  }, [base, seed, set, last]);
  const now = informed?.drive === last ? informed : undefined;
  return { deviceId: now?.id, failed: now?.failed };
}
