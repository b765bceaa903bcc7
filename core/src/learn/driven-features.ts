import type { Floats } from '../log/samples';
import { RPM_PER_RAD_S } from '../chain/constants';
import type { Stretches } from '../log/stretches';
import { meanOf, slopeOf, type Trace } from '../log/trace';
import { SIGMA, withModel, type Traced } from './feature';

/** What a trace says wherever the motor drives, also of cars that the grip keeps from full throttle. */

/** Output at which the motor is read under way, and how steady it must be [share]. */
const PART_FROM = 0.35;
const PART_TO = 0.97;
const STEADY_SHARE = 0.12;
const HALF = 6;
const LEAST_A = 3;
const MOST_MOMENTS = 6;
/** An ESC says its output in whole hundredths. */
const OUTPUT_SIGMA = 0.005;

/**
 * Rpm for each volt that the motor gets under way: it turns against its own volts, less what its amps lose in copper and ESC. Amps and
 * volts are those of the log, so that nothing of the car comes in.
 */
export function partFeatures({ fields, count, dtS }: Trace): Traced[] {
  const { motorRpm, packA, packV } = fields;
  const output = fields.outputShare;
  if (!motorRpm || !packA || !packV || !output) return [];
  const moments: number[] = [];
  for (let i = HALF; i + HALF < count; i += HALF) {
    const duty = meanOf(output, i - HALF, i + HALF + 1);
    if (duty === undefined || duty < PART_FROM || duty > PART_TO || meanOf(packA, i - HALF, i + HALF + 1, 1)! < LEAST_A) continue;
    const slope = slopeOf(output, i, HALF, dtS);
    if (slope !== undefined && Math.abs(slope) * 2 * HALF * dtS < STEADY_SHARE) moments.push(i);
  }
  const every = Math.max(1, Math.ceil(moments.length / MOST_MOMENTS));
  return moments
    .filter((_, k) => k % every === 0)
    .flatMap((at, k): Traced[] => {
      const of = (values: Floats) => meanOf(values, at - HALF, at + HALF + 1);
      const [duty, rpm, amps, volts] = [of(output), of(motorRpm), of(packA), of(packV)];
      if (duty === undefined || !(rpm! > 0) || amps === undefined || !(volts! > 0)) return [];
      return [
        {
          kind: 'rpm per volt',
          label: `rpm per volt under way ${k + 1}`,
          value: Math.log(rpm! / (duty * volts!)),
          sigma: withModel(Math.hypot(SIGMA.rpmPerVolt, OUTPUT_SIGMA / duty)),
          gain: '1/gainV',
          model: (conditions) => {
            conditions.setTo(at);
            const { at: line } = conditions;
            const { motors, escOhm, lag, brushV } = line.line;
            const motorA = Math.max(0, amps - line.otherA) / (motors * duty);
            const omega = (duty * volts! - brushV - motorA * (line.windingOhm + escOhm)) / (line.kt + motorA * lag);
            return Math.log(Math.max(1e-6, (omega * RPM_PER_RAD_S) / (duty * volts!)));
          },
        },
      ];
    });
}

/** Seconds that tyres must spin for their grip to be read, and what is left out at the beginning: the trigger is still going down. */
const SHORTEST_SPIN_S = 0.5;
const RAMP_S = 0.2;
/** No car that is held by its grip gains less than this [m/s²]. */
const LEAST_GAIN_MS2 = 0.3;

/** Acceleration while the tyres spin, which depends on their grip alone. The speed is that of a GPS: wheels that spin are faster than the car. */
export function gripFeatures({ wheelspin }: Stretches, { fields, dtS }: Trace): Traced[] {
  const { speedMs, outputShare } = fields;
  if (!speedMs || !outputShare) return [];
  return wheelspin.flatMap(({ from, to }, i): Traced[] => {
    if ((to - from) * dtS < SHORTEST_SPIN_S || (meanOf(outputShare, from, to) ?? 0) < PART_FROM) return [];
    const half = Math.floor((to - from - RAMP_S / dtS) / 2);
    const at = to - half;
    const gain = slopeOf(speedMs, at, half, dtS);
    const v = meanOf(speedMs, at - half, at + half + 1, 1);
    if (gain === undefined || gain < LEAST_GAIN_MS2 || v === undefined) return [];
    return [
      {
        kind: 'grip',
        label: `grip in wheelspin ${i + 1}`,
        value: Math.log(gain),
        sigma: withModel(SIGMA.grip),
        model: (conditions) => {
          conditions.setTo(at);
          const { at: line } = conditions;
          line.throttle(v, 1, true);
          line.resist(v);
          return Math.log(Math.max(1e-3, (line.forceN - line.resistanceN) / line.line.movingMassKg));
        },
      },
    ];
  });
}
