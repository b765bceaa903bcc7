import type { Floats } from '../log/samples';
import { RPM_PER_RAD_S } from '../chain/constants';
import type { Stretches } from '../log/stretches';
import { meanOf, slopeOf, type Trace } from '../log/trace';
import type { Drivetrain } from '../predict/drivetrain';
import type { Conditions } from './conditions';
import { SIGMA, withModel, type Traced } from './feature';

/** What a trace says while the car gains and while it rolls out. */

const ACCELERATION_AT = [0.2, 0.4, 0.6, 0.8] as const;
const COAST_AT = [0.85, 0.6, 0.35] as const;
/** Half of the stretch over which a slope is read [slots of 0.02 s]. */
const ACCELERATION_HALF = 6;
const COAST_HALF = 12;

/** A slot where a motor speed is passed, upward or downward. */
function crossing(rpm: Floats, from: number, to: number, level: number, up: boolean): number | undefined {
  for (let i = from + 1; i < to; i++) if (up ? rpm[i - 1]! < level && rpm[i]! >= level : rpm[i - 1]! > level && rpm[i]! <= level) return i;
  return undefined;
}

/** Accelerations of passes and decelerations of rolling out, by the motor’s speed. */
export function slopeFeatures({ passes, coastDowns }: Stretches, { fields, dtS }: Trace, now: Conditions, guarded: boolean): Traced[] {
  const { motorRpm } = fields;
  if (!motorRpm) return [];
  const slope = (kind: 'acceleration' | 'coast-down', at: number, duty: 0 | 1, half: number): Traced[] => {
    const sign = duty === 1 ? 1 : -1;
    const perS = slopeOf(motorRpm, at, half, dtS);
    const rpm = meanOf(motorRpm, at - 2, at + 3);
    if (perS === undefined || rpm === undefined || sign * perS <= 0) return [];
    const model = (conditions: Conditions): number => {
      const { at: line } = conditions;
      conditions.setTo(at);
      const v = rpm / RPM_PER_RAD_S / line.line.leverAtRest;
      line.throttle(v, duty);
      line.resist(v);
      const accel = (line.forceN - line.resistanceN) / line.line.movingMassKg;
      return Math.log(Math.max(1e-4, sign * accel * line.line.leverAtRest * RPM_PER_RAD_S));
    };
    model(now);
    // Where the tyres slip or hold the car back, its motor’s speed tells little of the car’s.
    if (guarded && duty === 1 && now.at.slips()) return [];
    return [{ kind, label: kind, value: Math.log(sign * perS), sigma: withModel(duty === 1 ? SIGMA.acceleration : SIGMA.coastDown), model }];
  };
  const top = Math.max(0, ...passes.map((pass) => pass.topRpm ?? 0));
  const all = [
    ...passes.flatMap(({ from, to, topRpm }, i) =>
      ACCELERATION_AT.flatMap((share) => {
        const at = topRpm === undefined ? undefined : crossing(motorRpm, from, to, share * topRpm, true);
        return at === undefined || at - ACCELERATION_HALF < from
          ? []
          : slope('acceleration', at, 1, ACCELERATION_HALF).map((one) => ({ ...one, label: `acceleration at ${100 * share} % of pass ${i + 1}` }));
      }),
    ),
    ...coastDowns.flatMap(({ from, to }, i) =>
      COAST_AT.flatMap((share) => {
        const at = crossing(motorRpm, from, to, share * top, false);
        return at === undefined || at - COAST_HALF < from || at + COAST_HALF > to
          ? []
          : slope('coast-down', at, 0, COAST_HALF).map((one) => ({ ...one, label: `coast-down ${i + 1} at ${100 * share} % of top speed` }));
      }),
    ),
  ];
  return all;
}

/** Shares of a pass’s top speed at which amps are read against the motor’s speed: this holds also while it gains, and while tyres spin. */
const CURRENT_AT = [0.6, 0.8, 0.95] as const;
const CURRENT_HALF = 5;
/** Fewer amps than this are rounding [A]. */
const LEAST_A = 3;
/** Amps further than this from what a fully open ESC gives were not drawn through one [ln]. */
const OPEN_WITHIN = 0.8;

/** Amps of passes against the motor’s speed. */
export function currentFeatures(passes: Stretches['passes'], { fields }: Trace, now: Conditions, guarded: boolean): Traced[] {
  const { motorRpm, packA } = fields;
  if (!motorRpm || !packA) return [];
  const all = passes.flatMap(({ from, to, topRpm }, i) =>
    CURRENT_AT.flatMap((share): Traced[] => {
      const at = topRpm === undefined ? undefined : crossing(motorRpm, from, to, share * topRpm, true);
      if (at === undefined || at - 3 * CURRENT_HALF < from) return [];
      const [rpm, amps] = [meanOf(motorRpm, at - CURRENT_HALF, at + CURRENT_HALF + 1), meanOf(packA, at - CURRENT_HALF, at + CURRENT_HALF + 1)];
      if (rpm === undefined || amps === undefined || amps < LEAST_A) return [];
      const model: Traced['model'] = (conditions) => {
        conditions.setTo(at);
        return Math.log(Math.max(1e-3, fullDutyA(conditions.at, rpm / RPM_PER_RAD_S)));
      };
      // An ESC that is not as open as its log says, or limits the current, tells nothing of the motor.
      if (guarded && Math.abs(model(now, now.plan) - Math.log(amps)) > OPEN_WITHIN) return [];
      return [
        {
          kind: 'current at speed',
          label: `current at ${100 * share} % of pass ${i + 1}`,
          value: Math.log(amps),
          sigma: withModel(SIGMA.currentAtSpeed),
          gain: 'gainA',
          model,
        },
      ];
    }),
  );
  return all;
}

/** What the pack gives with the ESC fully open to motors that turn at a speed, whatever the tyres do with it [A]. */
function fullDutyA(at: Drivetrain, omega: number): number {
  const { line } = at;
  const sourceOhm = line.motors * (at.busVAt(0) - at.busVAt(1));
  const ohm = at.windingOhm + line.escOhm + line.lag * omega + sourceOhm;
  return at.otherA + line.motors * Math.min(line.burstA, Math.max(0, (at.openCircuitV - at.kt * omega - line.brushV) / ohm));
}

/** Volts that the pack loses for each amp, from just before a pass to its end. */
export function lostFeatures(passes: Stretches['passes'], { fields, dtS }: Trace): Traced[] {
  const half = Math.round(0.5 / dtS);
  return passes.flatMap(({ from, settled }, i): Traced[] => {
    const [volts, amps] = [meanOf(fields.packV, from - 2 * half, from - half), meanOf(fields.packA, from - 2 * half, from - half)];
    if (!settled?.packV || settled.packA === undefined || volts === undefined || amps === undefined || settled.packA - amps < 2) return [];
    const lost = (volts - settled.packV) / (settled.packA - amps);
    if (lost <= 0) return [];
    const [first, last] = [from - half, (settled.from + settled.to) >> 1];
    const [a0, a1] = [amps, settled.packA];
    return [
      {
        kind: 'volts lost',
        label: `volts lost for each amp in pass ${i + 1}`,
        value: Math.log(lost),
        sigma: withModel(SIGMA.voltsLost),
        model: (conditions) => {
          const { at } = conditions;
          const bus = (slot: number, a: number) => {
            conditions.setTo(slot);
            at.otherA = 0;
            return at.busVAt(a);
          };
          return Math.log(Math.max(1e-6, (bus(first, a0) - bus(last, a1)) / (a1 - a0)));
        },
      },
    ];
  });
}
