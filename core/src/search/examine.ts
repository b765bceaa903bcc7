import { inclusive, launchTorqueNm } from '../findings/drive';
import { SEEN_FROM_ERPM } from '../findings/motor';
import type { Limits } from '../findings/limits';
import { Drivetrain } from '../predict/drivetrain';
import { lineConstants } from '../predict/line-constants';
import { motorEfficiency } from '../predict/steady';
import { balance, warmUp } from '../predict/top-speed';
import type { GearChoice, Group, SearchSpace } from './space';
import { ABOUT_SHARE, climbPctOf, type SearchWish, type Target } from './wish';

/** What is known of a combination before its run. */
export interface Candidate {
  esc: number;
  gear: GearChoice;
  topSpeedMs: number;
  pullN: number;
  climbPct: number;
  crawlMs: number;
  newMoney: number;
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
  inefficient: number;
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
  inefficient: 0,
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

/**
 * Every combination of one motor, pack and ESC against all rules and targets that need no run: some hundred nanoseconds each.
 * With `allowMiss` a combination that misses one target is given too. Limits as in docs/model.md section 7.
 */
export function examine(
  space: SearchSpace,
  { motor, pack }: Group,
  esc: number,
  gears: readonly GearChoice[],
  limits: Limits,
  counts: RuleCounts,
  allowMiss: boolean,
): Candidate[] {
  const { wish } = space.task;
  const { options, base } = space;
  const found: Candidate[] = [];
  const label = options.motors[motor]!.fields.motor;
  const { maxRpm } = label;
  const rpmStop = limits['motor-rpm'].stop ?? Infinity;
  const leastEfficiency = limits.efficiency.stop ?? 0;
  const { radioRangeM = Infinity } = base.site;
  const leastRangeS = inclusive(limits['radio-range']).stop ?? 0;
  const couldNm = stockTorqueNm(space);
  const mostTimesStock = limits.driveline.stop ?? Infinity;
  const slowestStart = limits['sensorless-start'].stop ?? Infinity;
  const [least, most] = speedWindow(wish);
  const plan = space.resolvedOf({ motor, pack, esc }, 1);
  const { tyreDiameterM, tyreGrowth } = plan.car;
  const line = { ...lineConstants(plan) };
  const at = new Drivetrain(plan, line);
  warmUp(at, plan);
  const feelsItsWay = label.kind === 'brushless' && !plan.motor.sensored;
  const erpmSpeed = (SEEN_FROM_ERPM / (plan.motor.poles / 2) / 60) * Math.PI * tyreDiameterM;
  const fixed = options.motors[motor]!.newMoney + options.packs[pack]!.newMoney + space.escMoney(motor, esc);
  // Past the speed at which the motor's force is zero, a car goes faster only downhill or on tyres that grow. The rules below do not apply there.
  const boundFree = tyreGrowth === 0 && plan.site.grade >= 0;
  for (const gear of gears) {
    let missed: Target | undefined;
    const miss = (target: Target): boolean => {
      if (!allowMiss || missed !== undefined) return true;
      missed = target;
      return false;
    };
    const newMoney = fixed + gear.newMoney;
    if (wish.newMoney !== undefined && newMoney > wish.newMoney && miss('newMoney')) continue;
    counts.money++;
    const crawlMs = feelsItsWay ? erpmSpeed / gear.ratio : 0;
    if (crawlMs >= slowestStart) continue;
    if (wish.crawlMs !== undefined && crawlMs > wish.crawlMs && miss('crawlMs')) continue;
    counts.start++;
    line.leverAtRest = (2 * gear.ratio) / tyreDiameterM;
    if (boundFree && at.freeSpeedMs() < least && miss('topSpeed')) continue;
    const { outcome, topSpeedMs } = balance(at, tyreGrowth);
    if (missed !== 'topSpeed' && (topSpeedMs < least || topSpeedMs > most) && miss('topSpeed')) continue;
    counts.speed++;
    const lost = ((): 'still' | 'overRpm' | 'inefficient' | 'outOfRange' | undefined => {
      if (outcome !== 'converged' || !(topSpeedMs > 0)) return 'still';
      if (radioRangeM / topSpeedMs < leastRangeS) return 'outOfRange';
      if (maxRpm !== undefined && at.motorRpm() / maxRpm >= rpmStop) return 'overRpm';
      return motorEfficiency(at) < leastEfficiency ? 'inefficient' : undefined;
    })();
    if (lost) {
      counts[lost]++;
      continue;
    }
    at.throttle(0, 1);
    const pullN = Math.max(0, at.forceN);
    if (couldNm !== undefined && (pullN * tyreDiameterM) / 2 / couldNm >= mostTimesStock) {
      counts.overDriveline++;
      continue;
    }
    counts.drive++;
    const climbPct = climbPctOf(pullN, line.gripN, line.weightRolling, line.weightAll);
    if (wish.pullN !== undefined && pullN < wish.pullN && miss('pullN')) continue;
    if (wish.climbPct !== undefined && climbPct < wish.climbPct && miss('climbPct')) continue;
    counts.pull++;
    found.push({ esc, gear, topSpeedMs, pullN, climbPct, crawlMs, newMoney, missed });
  }
  return found;
}

/** Least and most speed that a wish takes. */
export function speedWindow({ topSpeed }: SearchWish): [number, number] {
  if (!topSpeed) return [0, Infinity];
  const { is, speedMs } = topSpeed;
  return is === 'about' ? [speedMs * (1 - ABOUT_SHARE), speedMs * (1 + ABOUT_SHARE)] : [speedMs, Infinity];
}
