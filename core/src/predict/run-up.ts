import type { Drivetrain } from './drivetrain';

/** Wheels run up within this share of the time that the trigger takes, and no faster than this [s]. */
const RUN_UP_OF_RAMP = 0.7;
const SHORTEST_RUN_UP_S = 0.07;

/**
 * Wheels of a car at `v` that run up with a trigger opened in `rampS`, while they spin: the highest current of one motor [A] and the energy that their
 * turning takes [J], docs/model.md section 5. Asked of a drivetrain whose last answer is that spin.
 */
export function runUp(at: Drivetrain, v: number, rampS: number): { motorA: number; energyJ: number } {
  const { line, kt, omega, duty } = at;
  const lever = line.leverAtRest / (1 + line.growthPerV2 * v * v);
  const rolling = v * lever;
  const gripping = rolling * (1 + line.slip);
  const massByLever = (line.spinUp * line.spinningMassKg) / (lever * lever);
  const heldA = Math.min(line.burstA, (duty * at.openCircuitV - line.brushV - kt * rolling) / at.loopOhm(rolling, duty));
  const wantedA = at.motorA + (massByLever * (omega - gripping)) / (line.motors * kt * Math.max(RUN_UP_OF_RAMP * rampS, SHORTEST_RUN_UP_S));
  return { motorA: Math.min(heldA, wantedA), energyJ: 0.5 * massByLever * (omega * omega - gripping * gripping) };
}
