import { RPM_PER_RAD_S } from '../chain/constants';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { solveTopSpeed } from './top-speed';

const STEPS = 400;

/**
 * What one motor loses at top speed in copper, lag and iron, and the least that a can of the same size could lose while it
 * gives the same power: at each speed up to its highest a winding and a gear could be had that do it [W]. Brushes are left out
 * of both. docs/model.md section 7.
 */
export function leastLossW(plan: ResolvedPlan): { lossW: number; leastW: number } {
  const { at } = solveTopSpeed(plan);
  const { motor } = plan;
  const lossW = at.motorA * at.motorA * (at.windingOhm + at.lagOhm()) + at.lossTorqueNm() * at.omega;
  const shaftW = Math.max(0, (at.kt * at.motorA - at.lossTorqueNm()) * at.omega);
  const motorConstant2 = (at.kt * at.kt) / at.windingOhm;
  const lagShare = motor.lagOhmPerRadS / at.windingOhm;
  const fastest = Math.max(motor.maxRpm / RPM_PER_RAD_S, at.omega);
  const losses = Array.from({ length: STEPS }, (_, i) => {
    const omega = ((i + 1) / STEPS) * fastest;
    const idleNm = motor.frictionTorqueNm + motor.viscousTorqueNms * omega;
    const torqueNm = shaftW / omega + idleNm;
    return ((torqueNm * torqueNm) / motorConstant2) * (1 + lagShare * omega) + idleNm * omega;
  });
  return { lossW, leastW: Math.min(...losses) };
}
