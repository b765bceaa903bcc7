import {
  allFindings,
  compact,
  driveLap,
  drivePass,
  driveRun,
  linkUse,
  predictSteady,
  resolvePlan,
  USUAL_RAMP_S,
  type DrivenRun,
  type Finding,
  type HeatLimits,
  type Lap,
  type Limits,
  type LinkUse,
  type Pass,
  type PassFigures,
  type PlanFile,
} from '@puddler/core';
import { serve } from './serve';

/** What a run is judged by besides the plan. The same object for the same wish, so that results can be remembered by it. */
export interface RunTerms {
  limits: Limits;
  /** The car as bought, where it is known. */
  stock: PlanFile | undefined;
  /** Seconds from closed to full throttle in a pass. */
  rampS: number;
}

export interface RunResult {
  /** The one drive of the plan's run that everything on the page is derived from. */
  driven: DrivenRun;
  uses: LinkUse[];
  pass: Pass;
  passFigures: PassFigures;
  /** Where the run has laps. */
  lap: Lap | undefined;
  findings: Finding[];
}

export interface RunQuestion {
  plan: PlanFile;
  terms: RunTerms;
}

/** The moments that a run is asked for besides its end: when a store goes over its caution. */
const cautions = (limits: Limits): HeatLimits =>
  compact({
    canC: limits['motor-temperature'].caution,
    windingC: limits['winding-temperature'].caution,
    escC: limits['esc-temperature'].caution,
    packC: limits['pack-temperature'].caution,
  });

const tasks = {
  /** The run over time, what it uses of each limit, what gives, and one full-throttle pass. */
  predictRun({ plan, terms: { limits, stock, rampS } }: RunQuestion): RunResult {
    const resolved = resolvePlan(plan);
    const driven = driveRun(resolved, cautions(limits));
    const { run } = driven;
    const { straightM, radioRangeM } = plan.site;
    const { pass, figures } = drivePass(resolved, { rampS, straightM, radioRangeM });
    return {
      driven,
      uses: linkUse(plan, resolved, run, limits),
      pass,
      passFigures: figures,
      lap: driveLap(resolved),
      findings: allFindings({
        plan,
        resolved,
        steady: predictSteady(resolved),
        run,
        limits,
        pass: rampS === USUAL_RAMP_S ? figures : undefined,
        stock: stock && resolvePlan(stock),
      }),
    };
  },
};

export type PredictTasks = typeof tasks;

serve(tasks);
