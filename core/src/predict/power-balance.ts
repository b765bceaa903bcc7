import type { ResolvedPlan } from '../resolve/resolved-plan';
import { coldFactor, openCircuitV } from '../chain/pack';
import { Drivetrain } from './drivetrain';
import { powerBand, type PowerBand } from './power-band';
import type { RunSample } from './run-types';

/** The power balance at one moment of a pass, acceleration with it [W]. */
export interface PowerMoment extends PowerBand {
  accelerationW: number;
}

/**
 * Where the pack's power goes at a moment of a full-throttle pass: packW = receiver + wires + ESC + copper + brush + lag +
 * iron + gears + spinning tyres + rolling + air + slope + acceleration. Acceleration holds the car's mass and the spin of wheels and rotors.
 */
export function powerMoment(plan: ResolvedPlan, sample: RunSample): PowerMoment {
  const at = new Drivetrain(plan);
  at.conditions(sample.windingC, sample.canC, plan.pack.resistanceOhm * coldFactor(sample.packC), openCircuitV(plan.pack, sample.charge));
  at.throttle(sample.speedMs, sample.limited && !sample.spinning ? 1 : sample.duty, sample.spinning);
  at.otherA = sample.packA - at.packA;
  at.resist(sample.speedMs);
  const band = powerBand(plan, { outcome: 'converged', topSpeedMs: sample.speedMs, at });
  return { ...band, accelerationW: (at.forceN - at.resistanceN) * sample.speedMs };
}
