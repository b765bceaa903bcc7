import type { Floats } from '../log/samples';
import { RPM_PER_RAD_S } from '../chain/constants';
import { openCircuitV } from '../chain/pack';
import { meanOf, type Trace } from '../log/trace';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Temperatures } from '../predict/cool-down';
import { Drivetrain } from '../predict/drivetrain';
import { escLossW, HeatStores } from '../predict/heat';

/** A trace on a coarse grid: what was asked of the motor, and how fast it turned or the car went. Made once a run. */
export interface Driven {
  stepS: number;
  /** Slots of the trace in one step. */
  slots: number;
  output: Floats;
  rpm: Floats | undefined;
  speedMs: Floats | undefined;
  /** Amps from the pack, where they were logged: heat and charge follow them, and not a model that may be off. */
  packA: Floats | undefined;
  /** Out or back. */
  ways: Int8Array;
  /** How warm it began; left out, as the air. */
  from?: Temperatures | undefined;
}

/** What is not of the car: volts of the whole pack at rest over its curve, wind and rise of the strip on the way out. */
export interface Day {
  restV: number;
  windMs: number;
  grade: number;
}

export const CALM: Day = { restV: 0, windMs: 0, grade: 0 };

const SLOTS = 10;
/** Below this an ESC gives the motor nothing that is worth dividing by. */
const SMALL_DUTY = 0.05;

/** A value for each coarse step: what is missing was as before. */
function coarse(values: Floats | undefined, count: number): Float64Array | undefined {
  if (!values) return undefined;
  let last = 0;
  return Float64Array.from({ length: count }, (_, k) => (last = meanOf(values, k * SLOTS, (k + 1) * SLOTS) ?? last));
}

/** `wayAt` says which way the car goes at a slot: 1 out, −1 back. */
export function drivenOf({ fields, count, dtS }: Trace, wayAt: (slot: number) => 1 | -1, from?: Temperatures): Driven | undefined {
  const steps = Math.floor(count / SLOTS);
  const output = coarse(fields.outputShare ?? fields.throttleShare, steps);
  const [rpm, speedMs] = [coarse(fields.motorRpm, steps), coarse(fields.speedMs, steps)];
  const packA = coarse(fields.packA, steps);
  return output && (rpm ?? speedMs)
    ? { stepS: SLOTS * dtS, slots: SLOTS, output, rpm, speedMs, packA, ways: Int8Array.from({ length: steps }, (_, k) => wayAt(k * SLOTS)), from }
    : undefined;
}

/** How warm the parts and how full the pack were all through a run, as the model has it for the throttle and the speed that were logged. */
export class Conditions {
  private readonly windingC: Float64Array;
  private readonly canC: Float64Array;
  private readonly packOhm: Float64Array;
  private readonly charge: Float64Array;
  readonly at: Drivetrain;
  readonly end: Temperatures;
  readonly usedAh: number;

  constructor(
    readonly plan: ResolvedPlan,
    private readonly driven: Driven,
    private readonly day: Day,
  ) {
    const { stepS, output, rpm, speedMs, packA: logged } = driven;
    const n = output.length;
    [this.windingC, this.canC, this.packOhm, this.charge] = [0, 1, 2, 3].map(() => new Float64Array(n)) as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    const at = (this.at = new Drivetrain(plan));
    const heat = new HeatStores(plan);
    Object.assign(heat, driven.from);
    const { escOhm, brushV, leverAtRest, receiverW } = at.line;
    let charge = plan.startCharge;
    for (let k = 0; k < n; k++) {
      this.windingC[k] = heat.windingC;
      this.canC[k] = heat.canC;
      this.packOhm[k] = heat.packOhm();
      this.charge[k] = charge;
      const v = rpm ? rpm[k]! / RPM_PER_RAD_S / leverAtRest : speedMs![k]!;
      at.conditions(heat.windingC, heat.canC, this.packOhm[k]!, openCircuitV(plan.pack, charge) + day.restV);
      at.throttle(v, Math.min(1, Math.max(0, output[k]!)));
      const duty = Math.min(1, Math.max(SMALL_DUTY, output[k]!));
      const a = logged ? (output[k]! > SMALL_DUTY ? Math.max(0, logged[k]!) / (duty * at.line.motors) : 0) : at.motorA;
      const packA = logged ? Math.max(0, logged[k]!) : at.packA + receiverW / at.openCircuitV;
      charge -= (packA * stepS) / (3600 * plan.pack.capacityAh);
      heat.step(stepS, v, {
        windingW: a * a * at.windingOhm + brushV * a,
        canW: at.lossTorqueNm() * at.omega + a * a * at.lagOhm(),
        escW: escLossW(escOhm, a * a, a, duty),
        packW: packA * packA * this.packOhm[k]!,
      });
    }
    this.end = { windingC: heat.windingC, canC: heat.canC, escC: heat.escC, packC: heat.packC };
    this.usedAh = (plan.startCharge - charge) * plan.pack.capacityAh;
  }

  /** Sets the drivetrain to how it was at a slot of the trace. */
  setTo(slot: number): void {
    const k = Math.min(this.charge.length - 1, Math.max(0, Math.floor(slot / this.driven.slots)));
    this.at.conditions(this.windingC[k]!, this.canC[k]!, this.packOhm[k]!, openCircuitV(this.plan.pack, this.charge[k]!) + this.day.restV);
    // A log’s amps are those of the pack: receiver and servo among them.
    this.at.otherA = this.at.line.receiverW / this.at.openCircuitV;
    const way = this.driven.ways[k]!;
    this.at.windMs = way * this.day.windMs;
    this.at.slope(this.plan.site.grade + way * this.day.grade);
  }
}
