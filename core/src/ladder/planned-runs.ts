import type { Limits } from '../findings/limits';
import { gatesOfRun, isOverGates, RUN_GATES, type RunGate } from '../findings/planned-run-gate';
import type { PlanFile } from '../plan/plan-file';
import { BLOCK } from '../math/stratified-normals';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { BAND_SAMPLES } from '../predict/bands';
import { MonteCarloSamples } from '../predict/monte-carlo-samples';
import { segmentsOf, type Segment } from '../predict/profiles';

/**
 * Cars drawn for the planned run, the first of those that Plan shows the band of. What three in four of them do is within 6 % of the band's width of what
 * thousands do, and within 11 % for nine in ten.
 */
const RUN_DRAWS = 2 * BLOCK;
/** After so many of them a step is given up that more than this share of them cannot drive. */
const LOST_AFTER = BLOCK;
const LOST_SHARE = 0.6;
/** Cars that are asked just past as many as decide. */
const PAST_ENOUGH = 3;

type GatesOfRun = Record<RunGate, number>;

/** A cycle with the throttle held back to a share: what drives at full throttle drives at that. */
export const cappedCycle = (plan: ResolvedPlan, share: number): Segment[] =>
  segmentsOf(plan).map((segment): Segment =>
    segment.kind === 'throttle'
      ? { ...segment, duty: Math.min(share, segment.duty) }
      : segment.kind === 'hold' && 'topShare' in segment
        ? { ...segment, topShare: Math.min(share, segment.topShare) }
        : segment,
  );

/** The planned run of a step, for cars that this one might just as well be: each is driven when it is asked for, and its run kept. */
export class PlannedRuns {
  private readonly draws: MonteCarloSamples;
  private readonly cars: ResolvedPlan[] = [];
  private readonly runs: (GatesOfRun | undefined)[] = [];
  private takesAll = false;

  /** Throws PlanError. */
  constructor(
    private readonly plan: PlanFile,
    private readonly share: number,
    private readonly limits: Limits,
  ) {
    this.draws = new MonteCarloSamples(plan, resolvePlan(plan));
  }

  /** From now on for all cars that Plan shows the band of, however many of them cannot drive it. */
  takeAll(): void {
    this.takesAll = true;
  }

  /** Cars that it is driven for. */
  get count(): number {
    return this.takesAll ? BAND_SAMPLES : RUN_DRAWS;
  }

  private of(car: number): GatesOfRun {
    while (this.cars.length <= car) this.cars.push(this.draws.next().resolved);
    const drawn = this.cars[car]!;
    return (this.runs[car] ??= gatesOfRun(drawn, this.plan.esc.continuousA, this.share < 1 ? cappedCycle(drawn, this.share) : undefined));
  }

  /** The runs that a band is of. */
  all(): GatesOfRun[] {
    const runs: GatesOfRun[] = [];
    while (runs.length < this.count) {
      runs.push(this.of(runs.length));
      // No more draws bring it under a gate: of a step that nobody drives no band is shown.
      if (!this.takesAll && runs.length === LOST_AFTER && runs.filter((run) => isOverGates(run, this.limits)).length > LOST_SHARE * LOST_AFTER) break;
    }
    return runs;
  }

  /**
   * Whether so many cars pass a stop limit that a share `at` of all cannot be within it. Cars are driven in the order given, and no more than it takes: where
   * those just past enough are over it, so are the hotter ones before them.
   */
  isOver(at: number, order: readonly number[]): boolean {
    // A quantile of so many values lies above the limit whatever the others are.
    const enough = this.count - Math.floor(at * (this.count - 1));
    const over = new Map<RunGate, number>();
    const makesEnough = (car: number): boolean => {
      const run = this.of(car);
      let isEnough = false;
      for (const id of RUN_GATES) {
        if (!(run[id] > (this.limits[id].stop ?? Infinity))) continue;
        over.set(id, (over.get(id) ?? 0) + 1);
        isEnough ||= over.get(id)! >= enough;
      }
      return isEnough;
    };
    const past = order.slice(enough, enough + PAST_ENOUGH);
    const hotC = this.limits['motor-temperature'].stop ?? Infinity;
    if (past.length > 0 && past.every((car) => this.of(car)['motor-temperature'] > hotC)) return true;
    return order.some(makesEnough);
  }

  /** The cars that every step is driven for by their can in this one, the hottest first: what is hot in one step is hot in the next. */
  hottestFirst(): number[] {
    const canC = (car: number) => this.runs[car]?.['motor-temperature'] ?? -Infinity;
    return Array.from({ length: RUN_DRAWS }, (_, car) => car).sort((a, b) => canC(b) - canC(a) || a - b);
  }
}
