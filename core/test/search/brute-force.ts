import {
  allFindings,
  BOX,
  minutesToCutoff,
  PlanError,
  predictSteady,
  resolvePlan,
  searchLimits,
  searchRun,
  solveTopSpeed,
  fitFindings,
  type Choice,
  type PlanFile,
  type ResolvedPlan,
  type SearchSpace,
  type SearchTask,
} from '@puddler/core';
import { MonteCarloSamples } from '../../src/predict/monte-carlo-samples';

/** What the plain way knows of a combination that meets a wish. */
export interface Plain {
  key: string;
  topSpeedMs: number;
  canC: number;
  minutes: number;
  money: number;
  pullN: number;
  ownedParts: number;
}

/** Every combination resolved, solved, driven and judged by the rules that Plan uses; nothing is left out early but for a part that does not fit. */
export function bruteForce(space: SearchSpace): Plain[] {
  const { motors, packs, escs, pinions, spurs, gearbox } = space.options;
  const each = (list: readonly unknown[]) => (list.length === 0 ? [0] : [...list.keys()]);
  const found: Plain[] = [];
  for (const motor of each(motors))
    for (const pack of each(packs))
      for (const esc of each(escs))
        for (const pinion of each(pinions))
          for (const spur of each(spurs))
            for (const box of each(gearbox)) {
              const plain = judge(space, { motor, pack, esc, pinion, spur, gearbox: box });
              if (plain) found.push(plain);
            }
  return found;
}

function judge(space: SearchSpace, choice: Choice): Plain | undefined {
  const { query, limits: asked, stock } = space.task;
  const limits = searchLimits(asked);
  const plan = space.planOf(choice);
  const { spurMin = 0, spurMax = Infinity } = plan.car.bay ?? {};
  const spur = space.options.spurs[choice.spur];
  if (spur && spur.key !== 'plan' && (spur.fields.teeth < spurMin || spur.fields.teeth > spurMax)) return undefined;
  let resolved;
  try {
    resolved = resolvePlan(plan);
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
  if (fitFindings(plan, resolved, limits).some((one) => one.level === 'stop')) return undefined;
  const steady = predictSteady(resolved);
  if (steady.outcome !== 'converged' || !(steady.topSpeedMs > 0)) return undefined;
  const parts = space.partsOf(choice);
  const money = space.newMoney(choice);
  const { topSpeed } = query;
  if (topSpeed?.is === 'at-least' && steady.topSpeedMs < topSpeed.speedMs) return undefined;
  if (topSpeed?.is === 'about' && Math.abs(steady.topSpeedMs - topSpeed.speedMs) > 0.04 * topSpeed.speedMs * (1 + 1e-12)) return undefined;
  if (query.newMoney !== undefined && money > query.newMoney) return undefined;
  const { at } = solveTopSpeed(resolved);
  at.throttle(0, 1);
  const pullN = Math.max(0, at.forceN);
  if (query.pullN !== undefined && pullN < query.pullN) return undefined;
  if (query.climbPct !== undefined) {
    // The slope that Plan says it starts on.
    const steep = resolvePlan({ ...plan, site: { ...plan.site, gradePct: query.climbPct } });
    const { car, site } = steep;
    const slope = Math.atan(query.climbPct / 100);
    const heldN = (steady.gripN - 9.80665 * car.massKg * site.rollingResistance) * Math.cos(slope);
    if (solveTopSpeed(steep).outcome === 'no-motion' || heldN < 9.80665 * car.massKg * Math.sin(slope)) return undefined;
  }
  const run = searchRun(resolved);
  const minutes = minutesToCutoff(resolved, run);
  if (query.canC !== undefined && run.maxCanC > query.canC) return undefined;
  if (query.minutes !== undefined && minutes < query.minutes) return undefined;
  if (query.lapS !== undefined) {
    // The road of the lap as the plan in hand drives it, at the mean speed of this one.
    const own = searchRun(resolvePlan(space.base));
    const lapM = own.lapS! * (own.distanceM / own.endS);
    if (lapM / (run.distanceM / run.endS) > query.lapS) return undefined;
  }
  const findings = allFindings({ plan, resolved, steady, run, limits, stock: stock && resolvePlan(stock) });
  if (findings.some((one) => one.level === 'stop')) return undefined;
  if (query.crawlMs !== undefined && resolved.motor.kind === 'brushless' && !resolved.motor.sensored) {
    const slowest = ((3000 / (resolved.motor.poles / 2) / 60) * Math.PI * resolved.car.tyreDiameterM) / resolved.ratio;
    if (slowest > query.crawlMs) return undefined;
  }
  if (query.nearlySure && !keptInNineOfTen(plan, resolved, query)) return undefined;
  return {
    key: space.keyOf(choice),
    topSpeedMs: steady.topSpeedMs,
    canC: run.maxCanC,
    minutes,
    money,
    pullN,
    ownedParts: parts.filter((part) => part.owned).length,
  };
}

/** All 40 draws driven, and the misses of each target counted. */
function keptInNineOfTen(plan: PlanFile, resolved: ResolvedPlan, query: SearchTask['query']): boolean {
  const draws = new MonteCarloSamples(plan, resolved);
  const runs = Array.from({ length: 40 }, () => draws.next().resolved).map((one) => {
    const run = searchRun(one);
    return { speedMs: solveTopSpeed(one).topSpeedMs, canC: run.carriedOn?.maxCanC ?? run.maxCanC, minutes: minutesToCutoff(one, run) };
  });
  return query.nearlySure!.every((target) => {
    const missed = runs.filter(
      ({ speedMs, canC, minutes }) =>
        (target === 'topSpeed' && speedMs < query.topSpeed!.speedMs) ||
        (target === 'canC' && canC > query.canC!) ||
        (target === 'minutes' && minutes < query.minutes!),
    );
    return missed.length <= 4;
  });
}

/** Those that no other is at least as good as in all four steps, one for each set of steps; by comparing all with all. */
export function plainFront(all: readonly Plain[], { query }: SearchTask): string[] {
  const steps = (one: Plain) => [
    query.aim === 'pull' ? Math.floor(one.pullN / BOX.pullN) : query.topSpeed?.is === 'about' ? 0 : Math.floor(one.topSpeedMs / BOX.speedMs),
    Math.floor(-one.canC / BOX.canK),
    one.minutes < 20 ? Math.floor(one.minutes) : 20 + Math.floor(Math.log(one.minutes / 20) / Math.log1p(0.05)),
    -Math.ceil(one.money / BOX.money),
  ];
  const first = (a: Plain, b: Plain) =>
    a.money - b.money ||
    b.ownedParts - a.ownedParts ||
    b.topSpeedMs - a.topSpeedMs ||
    a.canC - b.canC ||
    b.minutes - a.minutes ||
    (a.key < b.key ? -1 : 1);
  const stepped = all.map((one) => ({ one, steps: steps(one) }));
  return stepped
    .filter(({ one, steps: mine }) =>
      stepped.every(({ one: other, steps: theirs }) => {
        if (other === one || !theirs.every((step, i) => step >= mine[i]!)) return true;
        return theirs.every((step, i) => step === mine[i]) && first(one, other) < 0;
      }),
    )
    .map(({ one }) => one.key)
    .sort();
}
