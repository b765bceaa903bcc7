import { warmStart, type LoggedRun } from './logged-run';
import { openCircuitV } from '../chain/pack';
import { LAUNCH_MARKS_M } from '../log/stretches';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { stoodFor, type Temperatures } from '../predict/cool-down';
import { Drivetrain } from '../predict/drivetrain';
import { fastRun } from '../predict/run-fast';
import { timesToMarks } from '../predict/pass';
import { ROUGH_RUN } from '../predict/tolerances';
import { balance } from '../predict/top-speed';
import { readingSigma, SIGMA, speedSigma, WAYS_DIFFER, withModel, type Draft, type Part } from './feature';

/** Readings with a thermometer, and charge put back: the same for both kinds of runs. */
export function afterwards(
  run: LoggedRun,
  resolved: ResolvedPlan,
): { drafts: Draft[]; model: (plan: ResolvedPlan, end: Temperatures, usedAh: number) => number[] } {
  const { ambientC } = resolved.site;
  const readings = (run.readings ?? []).flatMap((one) => {
    const store = one.of === 'can' ? ('canC' as const) : one.of === 'esc' ? ('escC' as const) : one.of === 'pack' ? ('packC' as const) : undefined;
    return store ? [{ ...one, store }] : [];
  });
  const drafts: Draft[] = readings.map(({ of, c }) => {
    const kind = of === 'can' ? 'can' : of === 'esc' ? 'ESC' : 'pack';
    return { kind, label: `${kind} after the run`, value: c, sigma: readingSigma(c, ambientC) };
  });
  if (run.usedAh !== undefined && run.usedAh > 0)
    drafts.push({
      kind: 'charge used',
      label: 'charge put back',
      value: Math.log(run.usedAh),
      sigma: withModel(run.trace ? SIGMA.charge : resolved.run.course ? SIGMA.chargeOnCourse : SIGMA.chargeTyped),
    });
  return {
    drafts,
    model: (plan, end, usedAh) => [
      ...readings.map(({ store, afterStopS = 0 }) => (afterStopS > 0 ? stoodFor(plan, end, afterStopS) : end)[store]),
      ...(run.usedAh !== undefined && run.usedAh > 0 ? [Math.log(Math.max(1e-6, usedAh))] : []),
    ],
  };
}

/** A typed pass was driven early: parts this much of the way from the air to the end of the run, and so much of the charge gone. */
const EARLY = 0.3;

/** A mark that is never reached [s]. */
const NEVER_S = 300;

/** Whether passes were typed of both ways, and by how much these differ: a logarithm. */
export function passWays(passes: LoggedRun['passes'] = []): { isBoth: boolean; difference: number } {
  const mean = (way: 'out' | 'back') => {
    const logs = passes.flatMap((one) => (one.direction === way ? [Math.log(one.speedMs)] : []));
    return logs.reduce((sum, one) => sum + one, 0) / logs.length;
  };
  const difference = mean('out') - mean('back');
  return Number.isNaN(difference) ? { isBoth: false, difference: 0 } : { isBoth: true, difference };
}

/** What was typed of a run: passes, amps, temperatures, charge. */
export function typedEvidence(run: LoggedRun, resolved: ResolvedPlan): Part {
  const drafts: Draft[] = [];
  const passes = run.passes ?? [];
  const ways = passWays(passes);
  if (passes.length > 0) {
    const mean = passes.reduce((sum, one) => sum + Math.log(one.speedMs), 0) / passes.length;
    // Ways that differ much tell no more than what lies between them.
    const sigma = Math.abs(ways.difference) > WAYS_DIFFER ? Math.abs(ways.difference) / 2 : ways.isBoth ? SIGMA.speedBothWays : SIGMA.speedOneWay;
    drafts.push({ kind: 'top speed', label: 'top speed', value: mean, sigma: speedSigma(sigma, Math.exp(mean), passes.length) });
  }
  const settledA = run.current?.settledA;
  if (settledA !== undefined)
    drafts.push({
      kind: 'settled current',
      label: 'settled current',
      value: Math.log(settledA),
      sigma: withModel(SIGMA.currentTyped),
      gain: 'gainA',
    });
  const marks = LAUNCH_MARKS_M.flatMap((metres, i) => {
    const seconds = [run.launch?.to18m3S, run.launch?.to40m2S][i];
    return seconds === undefined ? [] : [{ metres, seconds }];
  });
  for (const { metres, seconds } of marks)
    drafts.push({ kind: 'time to a mark', label: `time to ${metres} m`, value: Math.log(seconds), sigma: withModel(SIGMA.launch) });
  const after = afterwards(run, resolved);
  const asksRun = after.drafts.length > 0;
  return {
    drafts: [...drafts, ...after.drafts],
    model: (plan, { restV, windMs, grade }) => {
      const from = warmStart(run, plan);
      const { ambientC } = plan.site;
      const driven = asksRun ? fastRun(plan, from ? { ...ROUGH_RUN, from } : ROUGH_RUN) : undefined;
      const end = driven?.end ?? {
        windingC: ambientC + 30,
        canC: ambientC + 15,
        escC: ambientC + 10,
        packC: plan.site.packC + 3,
        charge: plan.startCharge - 0.15,
      };
      const early = (cold: number, warm: number) => cold + EARLY * (warm - cold);
      const at = new Drivetrain(plan);
      const packOhm = plan.pack.resistanceOhm;
      at.conditions(
        early(from?.windingC ?? ambientC, end.windingC),
        early(from?.canC ?? ambientC, end.canC),
        packOhm,
        openCircuitV(plan.pack, early(plan.startCharge, end.charge)) + restV,
      );
      at.windMs = windMs;
      at.slope(plan.site.grade + grade);
      const { topSpeedMs } = balance(at, plan.car.tyreGrowth);
      const f: number[] = [];
      if (passes.length > 0) f.push(Math.log(topSpeedMs));
      if (settledA !== undefined) f.push(Math.log(Math.max(1e-3, at.packA + at.line.receiverW / at.openCircuitV)));
      if (marks.length > 0)
        f.push(
          ...timesToMarks(
            plan,
            marks.map(({ metres }) => metres),
          ).map((seconds) => Math.log(seconds ?? NEVER_S)),
        );
      return [...f, ...after.model(plan, end, (plan.startCharge - end.charge) * plan.pack.capacityAh)];
    },
  };
}
