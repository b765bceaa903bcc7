import type { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import { EDGE_SHARE } from './tolerances';

/** Not at the edge: no share of time. */
export const NO_EDGE = -1;

/**
 * Share of time that the tyres spin at the edge between gripping and spinning, 0 to 1; NO_EDGE away from it.
 *
 * Spinning wheels leave the car less mass to move (docs/model.md section 5): it gains so fast that they grip again, and gripping, a trigger that still opens
 * soon has them spin. Between the two the car gains just as the trigger does, and what the motor gives stays at the limit. Going step by step from one side to
 * the other comes to the same, in steps a hundred times shorter.
 */
export function spinShareAtEdge(at: Drivetrain, driver: Driver, longestS: number): number {
  if (!driver.letsSpin || driver.dutyRate <= 0) return NO_EDGE;
  const { line } = at;
  if (Math.abs(at.excessN) > EDGE_SHARE * line.gripN) return NO_EDGE;
  // What is off the edge is made up for within a step.
  const along = -(at.excessDutySlope * driver.dutyRate + at.excessN / longestS) / at.excessSlope;
  const netN = line.gripN - at.resistanceN;
  const gripping = netN / line.movingMassKg;
  const share = (along - gripping) / (netN / line.roadMassKg - gripping);
  return share > 0 && share < 1 ? share : NO_EDGE;
}
