import { BRUSHED_CONSTANT_SHARE } from '../chain/motor';
import type { FigurePath } from '../plan/figure-path';
import type { Source } from '../plan/provenance';
import type { ResolvedPlan } from './resolved-plan';

/** Where a figure came from, before any run. */
export const givenAs = ({ provenance }: ResolvedPlan, path: FigurePath): Source | undefined => provenance[path]?.was ?? provenance[path]?.source;

/**
 * A size class gives the torque that a brushed motor loses at the speed it runs free: with another kv that speed is another,
 * and with it what grows with speed. Free speed is (V − V_brush)/Kt − T/Km², and T is the class's at any kv.
 */
function viscousAtKv(motor: ResolvedPlan['motor'], factor: number): void {
  const lossNm = motor.frictionTorqueNm / BRUSHED_CONSTANT_SHARE;
  const freeRadS = (lossNm - motor.frictionTorqueNm) / motor.viscousTorqueNms;
  const slowedRadS = lossNm / motor.motorConstant ** 2;
  const freeThenRadS = (freeRadS + slowedRadS) * factor - slowedRadS;
  if (freeThenRadS > 0) motor.viscousTorqueNms *= freeRadS / freeThenRadS;
}

/** Multiplies the kv of a copy of a plan, and what follows from it where that was estimated. */
export function scaleKv(copy: ResolvedPlan, factor: number): void {
  const { motor } = copy;
  if (motor.kind === 'brushed' && givenAs(copy, 'motor.noLoadCurrentA') === 'estimated') viscousAtKv(motor, factor);
  motor.kvRpmPerV *= factor;
  motor.torqueConstantNmPerA /= factor;
  // An estimated winding follows its kv: the can gives Km, and R = (Kt/Km)².
  if (givenAs(copy, 'motor.resistanceOhm') === 'estimated') {
    motor.resistanceOhm /= factor * factor;
    motor.lagOhmPerRadS /= factor * factor;
  }
}
