import { GROWTH_SPEED_MS, RPM_PER_RAD_S } from '../chain/constants';
import { packLimitA } from '../chain/pack-limit';
import { peakIfHeld } from '../predict/peak';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { passFigures } from '../predict/pass';
import { solveTopSpeed } from '../predict/top-speed';
import { over, under, type Finding, type FindingInput } from './finding';

/** Gears, tyres and the place: overdrive, grip, driveline, radio, straight. */
export function driveFindings(input: FindingInput): Finding[] {
  return [...overdriveFindings(input), ...grip(input), ...unheldPeak(input), ...driveline(input), ...ballooning(input), ...place(input)];
}

/** Pinion and spur that are too near to each other in size. */
export function overdriveFindings({ plan: { gearing }, limits }: Pick<FindingInput, 'plan' | 'limits'>): Finding[] {
  const { pinion, spur } = gearing;
  if (pinion === undefined || spur === undefined) return [];
  const why =
    spur < pinion
      ? 'The pinion is larger than the spur: the motor turns slower than what it drives, and pulls hard to do so.'
      : 'Pinion and spur are nearly alike: a motor with more kv, geared down, would run cooler.';
  return under('overdrive', 'gears', 'spur over pinion', spur / pinion, limits, ': 1', why);
}

function grip({ run, steady, limits }: FindingInput): Finding[] {
  const tyres = steady.gripLimit === 'grip';
  const figure = tyres ? 'full throttle with the tyres at their limit' : 'full throttle with the front at the point of lifting';
  const share = run.fullThrottleS > 0 ? Math.min(1, run.gripLimitedS / run.fullThrottleS) : 0;
  const longer = tyres ? 'more power would only spin them.' : 'more power would only lift the front.';
  if (steady.gripSetsSpeed) {
    const why = `${tyres ? 'The tyres' : 'The front'}, not the motor, set the top speed: ${longer}`;
    return [{ id: 'grip', link: 'tyres', level: 'info', figure, value: 1, limit: limits.grip.info ?? 1, unit: 'of full throttle', share: 1, why }];
  }
  const part = `${Math.round(100 * share)} % of the time at full throttle`;
  const why = tyres ? `The tyres are at their limit for ${part}: ${longer}` : `The front is held down by the driver for ${part}: ${longer}`;
  return over('grip', 'tyres', figure, share, limits, 'of full throttle', why);
}

/** What the current would come to if the tyres did not let go first: on better ground, or held by hand. */
function unheldPeak({ plan, resolved, limits }: FindingInput): Finding[] {
  const { motorA, packA } = peakIfHeld(resolved);
  const limitA = packLimitA(plan);
  const ofBurst = motorA / resolved.esc.burstA;
  const ofPack = limitA === undefined ? 0 : packA / limitA;
  const pack = ofPack > ofBurst;
  const why = `If the tyres held, a full-throttle start would take ${Math.round(packA)} A from the pack: more than ${pack ? `the ${Math.round(limitA!)} A that its label and plug allow` : 'the ESC’s burst rating lets through'}. The tyres keep it below that on this ground.`;
  return over('unheld-peak', pack ? 'pack' : 'esc', 'peak if the tyres held', Math.max(ofBurst, ofPack), limits, 'of burst or pack', why);
}

/** Tyres that grow with speed, when they spin as fast as the motor lets them. */
function ballooning({ resolved, run, steady, limits }: FindingInput): Finding[] {
  const { car, ratio } = resolved;
  const wheelMs = (Math.max(run.maxMotorRpm, steady.motorRpm) / RPM_PER_RAD_S / ratio) * (car.tyreDiameterM / 2);
  return over(
    'ballooning',
    'tyres',
    'growth of the tyres',
    car.tyreGrowth * (wheelMs / GROWTH_SPEED_MS) ** 2,
    limits,
    'of the diameter',
    `The tread runs at ${Math.round(3.6 * wheelMs)} km/h: tyres this soft swell, rub and can leave the rim. Belted tyres bear it.`,
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
