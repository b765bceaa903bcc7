import type { PlanFile } from '../plan/plan-file';
import { gearsOfStep, type StepGears } from './ladder-position';
import type { StepOutcome } from './foreseen';
import {
  candidateOf,
  plannedPasses,
  plannedRunsOf,
  runAt,
  withPlannedRun,
  type Candidate,
  type JudgedStep,
  type StepGearing,
  type StepStop,
  type StepTerms,
} from './judged-step';
import type { PlannedRuns } from './planned-runs';
import type { WayStep } from './way';

/**
 * A step that could be on the way. Its speed is known from one drive; its bands, which take two dozen, and its planned run, which takes ten times as long,
 * are computed when the way leads over it, and kept.
 */
export class PossibleStep implements WayStep {
  readonly gears: StepGears;
  readonly cost: number;
  readonly speedMs: number;
  private readonly planned: StepOutcome;
  private candidate: Candidate | undefined;
  private driven: JudgedStep | undefined;
  private runs: PlannedRuns | undefined;

  /** Throws PlanError when the plan cannot be computed. */
  constructor(
    private readonly plan: PlanFile,
    private readonly gearing: StepGearing,
    private readonly terms: StepTerms,
  ) {
    this.gears = gearsOfStep({ gearing });
    this.cost = gearing.kind === 'cap' && gearing.share < 1 ? 2 : gearing.kind === 'gears' && !gearing.owned ? 1 : 0;
    this.planned = plannedPasses(plan, gearing);
    this.speedMs = this.planned.topSpeedMs;
  }

  /** Computes the bands of its passes. */
  look(): Candidate {
    return (this.candidate ??= candidateOf(this.plan, this.gearing, this.terms, this.planned));
  }

  get canP90C(): number | undefined {
    return this.candidate?.canC.p90;
  }

  /** The stop limit that it passes, as far as that has been computed. */
  get foundStops(): StepStop | undefined {
    return this.candidate?.stops ?? this.driven?.stops;
  }

  /** The stop limit that it passes, if any, at either gate. */
  stops(): StepStop | undefined {
    return this.look().stops ?? this.judged().stops;
  }

  judged(): JudgedStep {
    return (this.driven ??= withPlannedRun(this.look(), this.terms, this.plannedRuns));
  }

  /** Whether it passes a stop limit at either gate; cars of `order` are asked first, and no more of them than it takes. */
  isStopped(order: readonly number[]): boolean {
    if (this.foundStops || this.look().stops || (!this.driven && this.plannedRuns.isOver(runAt(this.terms), order))) return true;
    return this.judged().stops !== undefined;
  }

  /** From now on its planned run is that of all cars that Plan shows the band of: what is said of it is what Plan says. */
  takeAllCars(): void {
    this.plannedRuns.takeAll();
    this.driven = undefined;
  }

  /** How many cars its planned run is that of. */
  get cars(): number {
    return this.plannedRuns.count;
  }

  /** The cars that are drawn, those that were hottest in this step first. */
  hottestFirst(): number[] {
    return this.plannedRuns.hottestFirst();
  }

  private get plannedRuns(): PlannedRuns {
    return (this.runs ??= plannedRunsOf(this.plan, this.gearing, this.terms));
  }
}
