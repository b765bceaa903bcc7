import type { ResolvedPlan } from '../plan/resolve-plan';
import { passFigures } from '../predict/pass';
import { cycleSeconds, PROFILE_SEGMENTS } from '../predict/profiles';
import { solveTopSpeed } from '../predict/top-speed';
import { over, under, type Finding, type FindingInput } from './finding';

/** Gears, tyres and the place: overdrive, grip, driveline, radio, straight. */
export function driveFindings(input: FindingInput): Finding[] {
  return [...overdriveFindings(input), ...grip(input), ...driveline(input), ...place(input)];
}

/** Pinion and spur that are too near to each other in size. */
export function overdriveFindings({ plan: { gearing }, limits }: Pick<FindingInput, 'plan' | 'limits'>): Finding[] {
  const { pinion, spur } = gearing;
  if (pinion === undefined || spur === undefined) return [];
  const why =
    spur < pinion
      ? 'The pinion is larger than the spur: the motor turns slower than what it drives, and pulls hard to do so.'
      : 'Pinion and spur are nearly alike: a motor with more kv geared down would run cooler.';
  return under('overdrive', 'gears', 'spur over pinion', spur / pinion, limits, ': 1', why);
}

/** Seconds of full throttle in a run: the profile's own, cycle by cycle. */
export function fullThrottleS(plan: ResolvedPlan, endS: number): number {
  const segments = PROFILE_SEGMENTS[plan.run.profile];
  const cycleS = cycleSeconds(plan.run.profile);
  const full = (within: number): number => {
    let [at, seconds] = [0, 0];
    for (const segment of segments) {
      const taken = Math.max(0, Math.min(segment.seconds, within - at));
      if (segment.kind === 'throttle' && segment.duty >= 1) seconds += taken;
      at += segment.seconds;
    }
    return seconds;
  };
  const cycles = Math.floor(endS / cycleS);
  return cycles * full(cycleS) + full(endS - cycles * cycleS);
}

function grip({ resolved, run, steady, limits }: FindingInput): Finding[] {
  const full = fullThrottleS(resolved, run.endS);
  if (full <= 0) return [];
  const share = Math.min(1, run.gripLimitedS / full);
  const why =
    steady.gripLimit === 'grip'
      ? 'Most of full throttle only spins the tyres: power that never reaches the ground wears them.'
      : 'Most of full throttle would lift the front: a driver must hold it back.';
  return over(
    'grip',
    'tyres',
    steady.gripLimit === 'grip' ? 'tyres at their limit' : 'front held down by the driver',
    share,
    limits,
    'of full throttle',
    why,
  );
}

/** Torque at the wheels that full throttle gives at standstill [N·m]; the tyres hold it back when `held`. */
export function launchTorqueNm(plan: ResolvedPlan, held: boolean): number {
  const { at } = solveTopSpeed(plan);
  at.throttle(0, 1);
  const forceN = at.limited && !held ? at.line.gripN + at.excessN : at.forceN;
  return (Math.max(0, forceN) * plan.car.tyreDiameterM) / 2;
}

function driveline({ resolved, stock, limits }: FindingInput): Finding[] {
  if (!stock) return [];
  const could = launchTorqueNm(stock, false);
  if (could <= 0) return [];
  const times = launchTorqueNm(resolved, true) / could;
  return over(
    'driveline',
    'gears',
    'peak wheel torque',
    times,
    limits,
    '× stock',
    `Differential, drive shafts and spur were made for what the old motor could give: ${times.toFixed(1)} times that breaks the weakest.`,
  );
}

/** What the place asks: the edge of radio range, and a straight to reach the speed and stop on. */
function place({ plan: { site }, resolved, steady, limits, pass }: FindingInput): Finding[] {
  const found: Finding[] = [];
  if (!(steady.topSpeedMs > 0)) return found;
  if (site.radioRangeM !== undefined) {
    const seconds = site.radioRangeM / steady.topSpeedMs;
    found.push(
      ...under(
        'radio-range',
        'road',
        'seconds to the edge of range',
        seconds,
        { ...limits, 'radio-range': inclusive(limits['radio-range']) },
        's',
        'Control fails there: set the failsafe to brake, turn earlier, or fit a radio that reaches further.',
      ),
    );
  }
  if (site.straightM !== undefined) {
    const { to95, stopM } = pass ?? passFigures(resolved);
    if (to95) {
      const need = to95.distanceM + stopM;
      found.push(
        ...over(
          'straight',
          'road',
          'run-up and stopping',
          need / site.straightM,
          limits,
          'of the straight',
          `Reaching 95 % of top speed and stopping again takes ${need.toFixed(0)} m of ${site.straightM}.`,
        ),
      );
    }
  }
  return found;
}

/** “8 s” itself is no longer safe. */
export function inclusive(limit: { caution?: number; stop?: number; unit: string; what: string }) {
  const up = (value: number | undefined) => (value === undefined ? {} : value * (1 + 1e-9));
  const [caution, stop] = [up(limit.caution), up(limit.stop)];
  return { ...limit, ...(typeof caution === 'number' ? { caution } : {}), ...(typeof stop === 'number' ? { stop } : {}) };
}
