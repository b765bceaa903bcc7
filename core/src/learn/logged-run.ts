import { compact } from '../compact';
import type { RunFile } from '../log/run-file';
import { samplesOf } from '../log/samples';
import { traceOf, type Trace } from '../log/trace';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Temperatures } from '../predict/cool-down';
import { runAs } from '../plan/planned-run';
import { resolvePlan } from '../resolve/resolve-plan';
import { withoutLearned } from '../resolve/learned-figures';

/** A run to learn from: what was typed of it, and its log on an even grid where it has one. */
export interface LoggedRun extends Omit<RunFile, 'format' | 'version' | 'series' | 'photos' | 'logs' | 'predicted'> {
  trace?: Trace;
}

/** A run file as it is learned from. What its plan had been taught before does not count again. */
export const loggedRun = ({ series, plan, ...run }: RunFile): LoggedRun => ({
  ...run,
  plan: withoutLearned(plan),
  ...(series ? { trace: traceOf(samplesOf(series)) } : {}),
});

/** The plan as a run drove it: its own profile and minutes, where they were noted. The tyres stay those of the plan. Throws PlanError. */
export function resolvedAsDriven({ plan, drivenAs, minutes }: Pick<LoggedRun, 'plan' | 'drivenAs' | 'minutes'>): ResolvedPlan {
  const resolved = resolvePlan(plan);
  const run = drivenAs ? runAs(resolved.run, drivenAs) : resolved.run;
  return { ...resolved, run: { ...run, ...compact({ minutes }) } };
}

/** Whether the throttle was held back: what was typed of it says nothing of full throttle, only a log tells what was asked. */
export const isHeldBack = ({ capShare = 1 }: Pick<LoggedRun, 'capShare'>): boolean => capShare < 1;

/** How warm a run began, where that was noted; its winding was as warm as its can by then. */
export function warmStart({ startC }: Pick<LoggedRun, 'startC'>, plan: ResolvedPlan): Temperatures | undefined {
  if (!startC) return undefined;
  const { can, esc = plan.site.ambientC, pack = plan.site.packC } = startC;
  return { windingC: can, canC: can, escC: esc, packC: pack };
}
