import type { ResolvedMotor } from '../chain/motor';
import { inclusive, launchTorqueNm } from '../findings/drive';
import type { FindingId } from '../findings/finding-ids';
import { SEEN_FROM_ERPM } from '../findings/motor';
import type { Limits } from '../findings/limits';
import { Drivetrain } from '../predict/drivetrain';
import { lineConstants, type LineConstants } from '../predict/line-constants';
import { motorLoad } from '../predict/steady';
import { balance, warmUp, type TopSpeed } from '../predict/top-speed';
import type { GearChoice, GearRow } from './gear-choices';
import type { Group, SearchSpace } from './space';
import { ABOUT_SHARE, climbPctOf, type SearchQuery, type Target } from './query';

/** What is known of a combination before its run. */
export interface Candidate {
  esc: number;
  gear: GearChoice;
  topSpeedMs: number;
  pullN: number;
  climbPct: number;
  crawlMs: number;
  newMoney: number;
  /** Pairs of gears of this ratio that are left, this one among them. */
  alike: number;
  /** What the car weighs with its parts. */
  carKg: number;
  /** The one target it misses, when that is allowed. */
  missed: Target | undefined;
}

/** Combinations left after each rule that needs no run, in the order they are asked: what costs least to know first. */
export interface RuleCounts {
  money: number;
  start: number;
  speed: number;
  drive: number;
  pull: number;
  /** Those that the `drive` rules took out: it does not move, or one of the limits of docs/model.md section 7 stops it. */
  still: number;
  overRpm: number;
  overloaded: number;
  outOfRange: number;
  overDriveline: number;
}

export const noCounts = (): RuleCounts => ({
  money: 0,
  start: 0,
  speed: 0,
  drive: 0,
  pull: 0,
  still: 0,
  overRpm: 0,
  overloaded: 0,
  outOfRange: 0,
  overDriveline: 0,
});

/** Wheel torque of the car as bought when it launches, by search space: the driveline limit is a multiple of it, and computing it takes a run-up. */
const stockTorque = new WeakMap<SearchSpace, number>();

function stockTorqueNm(space: SearchSpace): number | undefined {
  if (!space.stock) return undefined;
  let torque = stockTorque.get(space);
  if (torque === undefined) stockTorque.set(space, (torque = launchTorqueNm(space.stock, false)));
  return torque > 0 ? torque : undefined;
}

/** What one motor, pack and ESC bring to every pair of gears: all that does not depend on them. */
class Bench {
  readonly at: Drivetrain;
  readonly line: LineConstants;
  /** Money for motor, pack and ESC that would have to be bought. */
  readonly money: number;
  readonly carKg: number;
  readonly tyreDiameterM: number;
  readonly tyreGrowth: number;
  /** Past the speed at which the motor's force is zero, a car goes faster only downhill or on tyres that grow. Without either it bounds the speed. */
  readonly boundByFreeSpeed: boolean;
  /** Ground speed at which an ESC without sensor sees the rotor, for a ratio of one [m/s]; 0 with a sensor. */
  private readonly seenMs: number;
  private readonly motor: ResolvedMotor;
  private readonly stockNm: number | undefined;
  private readonly radioRangeM: number;

  constructor(
    space: SearchSpace,
    { motor, pack }: Group,
    esc: number,
    private readonly limits: Limits,
  ) {
    const { options, base } = space;
    const plan = space.resolvedOf({ motor, pack, esc }, 1);
    this.motor = plan.motor;
    this.line = { ...lineConstants(plan) };
    this.at = new Drivetrain(plan, this.line);
    warmUp(this.at, plan);
    this.money = options.motors[motor]!.newMoney + options.packs[pack]!.newMoney + space.escMoney(motor, esc);
    this.carKg = plan.car.massKg;
    this.tyreDiameterM = plan.car.tyreDiameterM;
    this.tyreGrowth = plan.car.tyreGrowth;
    this.boundByFreeSpeed = plan.car.tyreGrowth === 0 && plan.site.grade >= 0;
    this.stockNm = stockTorqueNm(space);
    this.radioRangeM = base.site.radioRangeM ?? Infinity;
    const feelsItsWay = plan.motor.kind === 'brushless' && !plan.motor.sensored;
    this.seenMs = feelsItsWay ? (SEEN_FROM_ERPM / (plan.motor.poles / 2) / 60) * Math.PI * plan.car.tyreDiameterM : 0;
  }

  crawlMs = (ratio: number): number => this.seenMs / ratio;

  /** Puts gears in and finds the top speed. */
  gearTo(ratio: number): void {
    this.line.leverAtRest = (2 * ratio) / this.tyreDiameterM;
  }

  /** Which rule of docs/model.md section 7 stops it at its top speed; undefined while none does. */
  stoppedAtSpeed({ outcome, topSpeedMs }: TopSpeed): Lost | undefined {
    const { at, motor, limits } = this;
    const stop = (id: FindingId) => limits[id].stop ?? Infinity;
    if (outcome !== 'converged' || !(topSpeedMs > 0)) return 'still';
    if (this.radioRangeM / topSpeedMs < (inclusive(limits['radio-range']).stop ?? 0)) return 'outOfRange';
    const rpm = at.motorRpm();
    if (rpm / motor.maxRpm >= stop('motor-rpm')) return 'overRpm';
    if (motor.kind === 'brushless' && (rpm * motor.poles) / 2 >= stop('electrical-rpm')) return 'overRpm';
    // Where the tyres set the speed the motor is not asked for all it has.
    return !at.limited && motorLoad(at) >= stop('motor-load') ? 'overloaded' : undefined;
  }

  /** Whether a pull at the tyres is more than the car's driveline stands. */
  breaksDriveline(pullN: number): boolean {
    return this.stockNm !== undefined && (pullN * this.tyreDiameterM) / 2 / this.stockNm >= (this.limits.driveline.stop ?? Infinity);
  }
}

type Lost = 'still' | 'overRpm' | 'overloaded' | 'outOfRange';

/** Notes targets that are missed: true from the first that is not allowed. */
class Misses {
  missed: Target | undefined;
  constructor(private readonly allowOne: boolean) {}

  exceeds(target: Target): boolean {
    if (!this.allowOne || this.missed !== undefined) return true;
    this.missed = target;
    return false;
  }
}

/**
 * Every combination of one motor, pack and ESC against all rules and targets that need no run: some hundred nanoseconds each.
 * With `allowMiss` a combination that misses one target is given too. Limits as in docs/model.md section 7.
 */
export function examine(
  space: SearchSpace,
  group: Group,
  esc: number,
  gears: readonly GearRow[],
  limits: Limits,
  counts: RuleCounts,
  allowMiss: boolean,
): Candidate[] {
  const { query } = space.task;
  const bench = new Bench(space, group, esc, limits);
  const found: Candidate[] = [];
  for (const row of gears) {
    const one = examineGear(bench, query, esc, row, limits, counts, new Misses(allowMiss));
    if (one) found.push(one);
  }
  return found;
}

/** The pairs of gears of one ratio, in the order of what costs least to know. All are counted; the one that can be on a front stands for them. */
function examineGear(
  bench: Bench,
  query: SearchQuery,
  esc: number,
  { gear, money }: GearRow,
  limits: Limits,
  counts: RuleCounts,
  misses: Misses,
): Candidate | undefined {
  const { at, line } = bench;
  const [least, most] = speedWindow(query);
  const newMoney = bench.money + gear.newMoney;
  const mostMoney = query.newMoney ?? Infinity;
  if (newMoney > mostMoney && misses.exceeds('newMoney')) return undefined;
  const alike = mostMoney === Infinity ? money.length : money.filter((one) => bench.money + one <= mostMoney).length;
  counts.money += alike;
  const crawlMs = bench.crawlMs(gear.ratio);
  if (crawlMs >= (limits['sensorless-start'].stop ?? Infinity)) return undefined;
  if (query.crawlMs !== undefined && crawlMs > query.crawlMs && misses.exceeds('crawlMs')) return undefined;
  counts.start += alike;
  bench.gearTo(gear.ratio);
  if (bench.boundByFreeSpeed && at.freeSpeedMs() < least && misses.exceeds('topSpeed')) return undefined;
  const solved = balance(at, bench.tyreGrowth);
  const { topSpeedMs } = solved;
  if (misses.missed !== 'topSpeed' && (topSpeedMs < least || topSpeedMs > most) && misses.exceeds('topSpeed')) return undefined;
  counts.speed += alike;
  const lost = bench.stoppedAtSpeed(solved);
  if (lost) {
    counts[lost] += alike;
    return undefined;
  }
  at.throttle(0, 1);
  const pullN = Math.max(0, at.forceN);
  if (bench.breaksDriveline(pullN)) {
    counts.overDriveline += alike;
    return undefined;
  }
  counts.drive += alike;
  const climbPct = climbPctOf(pullN, line.gripN, line.weightRolling, line.weightAll);
  if (query.pullN !== undefined && pullN < query.pullN && misses.exceeds('pullN')) return undefined;
  if (query.climbPct !== undefined && climbPct < query.climbPct && misses.exceeds('climbPct')) return undefined;
  counts.pull += alike;
  return { esc, gear, topSpeedMs, pullN, climbPct, crawlMs, newMoney, alike, carKg: bench.carKg, missed: misses.missed };
}

/** Least and most speed that a query takes. */
export function speedWindow({ topSpeed }: SearchQuery): [number, number] {
  if (!topSpeed) return [0, Infinity];
  const { is, speedMs } = topSpeed;
  return is === 'about' ? [speedMs * (1 - ABOUT_SHARE), speedMs * (1 + ABOUT_SHARE)] : [speedMs, Infinity];
}
