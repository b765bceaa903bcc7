import { SWITCHING_FULL_V, SWITCHING_PART_V, FULL_DUTY } from '../chain/esc';
import { coldFactor } from '../chain/pack';
import type { Chassis } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';

/** Shares of a motor's mass in copper and in the rest, and what they hold [J/(kg·K)]. */
const COPPER_SHARE = 0.2;
const COPPER_J_PER_KG_K = 385;
const IRON_SHARE = 0.8;
const IRON_J_PER_KG_K = 590;
/** What a motor's copper and iron hold [J/K]. */
export const motorJPerK = (massKg: number): number => massKg * (COPPER_SHARE * COPPER_J_PER_KG_K + IRON_SHARE * IRON_J_PER_KG_K);

/** Winding to can, per m² of can [W/(m²·K)]. */
const WINDING_TO_CAN = 300;
/** Can to still air, and with moving air [W/(m²·K)]. */
const STILL_AIR = 12;
const MOVING_AIR = 14;
const AIR_EXPONENT = 0.6;
const FAN = [0, 28, 45] as const;
const HEATSINK_FACTOR = 2.2;
/** Through the mount: 0.22 W/K for a can of 77 cm², by surface; more into what carries heat away. */
const MOUNT_W_PER_M2K = 0.22 / 0.0077;
const MOUNT_INTO: Record<Chassis, number> = { plastic: 1.3, metal: 2.2 };
const ESC_J_PER_KG_K = 850;
const ESC_AIR_FACTOR = 0.5;
const PACK_J_PER_KG_K = 1000;

/** A pack's resistance is computed again when it has warmed by this much: 0.01 % of it. */
const COLD_STALE_K = 0.005;

/** A step with mean heat covers this share of the fastest store's time constant. */
const TALLIED_STEP_SHARE = 0.5;

/** Heat made in each store [W], of one motor and its ESC, and of the whole pack. */
export interface HeatSources {
  windingW: number;
  canW: number;
  escW: number;
  packW: number;
}

/** ESC loss of one motor's current at a duty [W]; `meanSquareA2` is the current's mean square. */
export function escLossW(escOhm: number, meanSquareA2: number, meanA: number, duty: number): number {
  return meanSquareA2 * escOhm + (duty >= FULL_DUTY ? SWITCHING_FULL_V : SWITCHING_PART_V) * meanA;
}

/**
 * The four heat stores of docs/model.md section 5: winding, can, ESC, pack [°C].
 * Only what flows from winding to can changes fast: it is integrated exactly, all else by an explicit step.
 */
export class HeatStores {
  windingC: number;
  canC: number;
  escC: number;
  packC: number;
  /** What has flowed in since the last `resetAccumulator` [J], the time, and the air's share in it. */
  private accumulator = { seconds: 0, airS: 0, windingJ: 0, canJ: 0, escJ: 0, packJ: 0 };
  private readonly ambientC: number;
  private readonly windingJPerK: number;
  private readonly canJPerK: number;
  private readonly escJPerK: number;
  private readonly packJPerK: number;
  private readonly windingToCanWPerK: number;
  /** How fast winding and can come together [1/s], and how far apart heat holds them that flows into either [K/W]. */
  private readonly apartDecayPerS: number;
  private readonly apartKPerWindingW: number;
  private readonly apartKPerCanW: number;
  private readonly canStillWPerK: number;
  private readonly canMovingWPerK: number;
  private readonly escWPerK: number;
  private readonly packWPerK: number;
  private readonly ventShare: number;
  private readonly packOhm25: number;
  private packOhmNow: number;
  private coldAtC: number;

  constructor(plan: ResolvedPlan) {
    const { motor, esc, pack, site } = plan;
    const area = motor.surfaceM2;
    const finned = plan.motorHeatsink ? HEATSINK_FACTOR : 1;
    this.ambientC = this.windingC = this.canC = this.escC = site.ambientC;
    this.packC = site.packC;
    const store = plan.heatCapacity;
    const path = plan.heatPaths;
    this.windingJPerK = store * COPPER_SHARE * motor.massKg * COPPER_J_PER_KG_K;
    this.canJPerK = store * IRON_SHARE * motor.massKg * IRON_J_PER_KG_K;
    this.windingToCanWPerK = path.windingToCan * WINDING_TO_CAN * area;
    const motorJPerK = this.windingJPerK + this.canJPerK;
    this.apartKPerWindingW = this.canJPerK / motorJPerK / this.windingToCanWPerK;
    this.apartKPerCanW = this.windingJPerK / motorJPerK / this.windingToCanWPerK;
    this.apartDecayPerS = this.windingToCanWPerK * (1 / this.windingJPerK + 1 / this.canJPerK);
    this.canStillWPerK = path.canToAir * ((STILL_AIR + FAN[plan.motorFans]) * area * finned + MOUNT_INTO[plan.car.chassis] * MOUNT_W_PER_M2K * area);
    this.canMovingWPerK = path.canToAir * MOVING_AIR * area * finned;
    this.escJPerK = store * ESC_J_PER_KG_K * esc.massKg;
    this.escWPerK = path.esc * esc.conductanceWPerK;
    this.packJPerK = store * PACK_J_PER_KG_K * pack.massKg;
    this.packWPerK = 0.0042 * (1000 * pack.massKg) ** 0.667;
    this.ventShare = plan.car.ventShare;
    this.packOhm25 = pack.resistanceOhm;
    this.coldAtC = site.packC;
    this.packOhmNow = pack.resistanceOhm * coldFactor(site.packC);
  }

  /** The pack's resistance at its present temperature [Ω]. */
  packOhm(): number {
    if (Math.abs(this.packC - this.coldAtC) > COLD_STALE_K) {
      this.coldAtC = this.packC;
      this.packOhmNow = this.packOhm25 * coldFactor(this.packC);
    }
    return this.packOhmNow;
  }

  /** What flows at a speed [m/s] from the can to the air and from the winding to the can, for each kelvin [W/K]. */
  motorWPerK(speedMs: number): { canWPerK: number; windingWPerK: number } {
    const air = speedMs > 0 ? (this.ventShare * speedMs) ** AIR_EXPONENT : 0;
    return { canWPerK: this.canStillWPerK + this.canMovingWPerK * air, windingWPerK: this.windingToCanWPerK };
  }

  /** Lets `seconds` pass at a speed [m/s] with the given heat flowing in. */
  step(seconds: number, speedMs: number, into: HeatSources): void {
    // Half the time of `**` here, and this line was a quarter of a run's.
    const air = speedMs > 0 ? Math.exp(AIR_EXPONENT * Math.log(this.ventShare * speedMs)) : 0;
    const { accumulator } = this;
    accumulator.seconds += seconds;
    accumulator.airS += air * seconds;
    accumulator.windingJ += seconds * into.windingW;
    accumulator.canJ += seconds * into.canW;
    accumulator.escJ += seconds * into.escW;
    accumulator.packJ += seconds * into.packW;
    this.exchange(seconds, air, into);
  }

  /**
   * Lets `seconds` pass with the mean heat and air of the accumulator, in steps that the winding stands. The ESC exchanges
   * heat with the air alone and goes on exactly, so that it never decides how the others are stepped.
   */
  stepAsAccumulated(seconds: number): void {
    const { accumulator } = this;
    if (!(accumulator.seconds > 0)) return;
    const into = {
      windingW: accumulator.windingJ / accumulator.seconds,
      canW: accumulator.canJ / accumulator.seconds,
      escW: accumulator.escJ / accumulator.seconds,
      packW: accumulator.packJ / accumulator.seconds,
    };
    const air = accumulator.airS / accumulator.seconds;
    const escWPerK = this.escWPerK * (1 + ESC_AIR_FACTOR * air);
    const escEndC = this.ambientC + into.escW / escWPerK;
    const escC = escEndC + (this.escC - escEndC) * Math.exp((-seconds * escWPerK) / this.escJPerK);
    const steps = Math.ceil(seconds / (TALLIED_STEP_SHARE * (this.windingJPerK / this.windingToCanWPerK)));
    for (let i = 0; i < steps; i++) this.exchange(seconds / steps, air, into);
    this.escC = escC;
  }

  /** Heat that comes into the winding all at once [J]. */
  warmWinding(joules: number): void {
    this.windingC += joules / this.windingJPerK;
    this.accumulator.windingJ += joules;
  }

  /** Begins to accumulate what flows in again. */
  resetAccumulator(): void {
    this.accumulator = { seconds: 0, airS: 0, windingJ: 0, canJ: 0, escJ: 0, packJ: 0 };
  }

  /** Heat flows over `seconds`, the heat sources steady: from winding to can as their difference decays meanwhile, to the air by a straight line. */
  private exchange(seconds: number, air: number, into: HeatSources): void {
    const { windingJPerK, canJPerK } = this;
    const apartK = this.windingC - this.canC;
    const canOut = (this.canStillWPerK + this.canMovingWPerK * air) * (this.canC - this.ambientC);
    const escWPerK = this.escWPerK * (1 + ESC_AIR_FACTOR * air);
    const escOut = escWPerK * (this.escC - this.ambientC);
    const packOut = this.packWPerK * (this.packC - this.ambientC);
    const settledK = into.windingW * this.apartKPerWindingW - (into.canW - canOut) * this.apartKPerCanW;
    const toCan = this.windingToCanWPerK * (settledK + (apartK - settledK) * meanOfDecay(seconds * this.apartDecayPerS));
    this.windingC += (seconds * (into.windingW - toCan)) / windingJPerK;
    this.canC += (seconds * (into.canW + toCan - canOut)) / canJPerK;
    this.escC += (seconds * (into.escW - escOut)) / this.escJPerK;
    this.packC += (seconds * (into.packW - packOut)) / this.packJPerK;
  }
}

/** Mean of e^−t for t from 0 to x, of steps far shorter than the time constant by its series. */
const meanOfDecay = (x: number): number => (x < 0.05 ? 1 - x * (1 / 2 - x * (1 / 6 - x / 24)) : -Math.expm1(-x) / x);
