import { GROWTH_SPEED_MS, GRAVITY_MS2 } from '../chain/constants';
import { brakeLimitN, gripLimit, type GripLimit } from '../chain/road';
import type { ResolvedPlan } from '../plan/resolve-plan';

/** In a corner the tyres scrub away this share of their grip. */
const CORNER_SCRUB = 0.12;

/** What the equations need of a plan and no state changes. */
export interface LineConstants {
  motors: number;
  gripN: number;
  gripLimit: GripLimit;
  brakeN: number;
  /** Mass that must be accelerated: car, trailer, wheels and rotors as seen at the tyre [kg]. */
  movingMassKg: number;
  burstA: number;
  efficiency: number;
  frictionNm: number;
  viscousNms: number;
  brushV: number;
  lag: number;
  /** Motor rad/s per m/s of a tyre that has not grown. */
  leverAtRest: number;
  growthPerV2: number;
  dragPerV2: number;
  weightRolling: number;
  weightAll: number;
  scrubN: number;
  kt25: number;
  winding25: number;
  escOhm: number;
  wireOhm: number;
}

const known = new WeakMap<ResolvedPlan, LineConstants>();

/** Derived once a plan: solvers come back to the same one many times. A resolved plan is never changed in place. */
export function lineConstants(plan: ResolvedPlan): LineConstants {
  let constants = known.get(plan);
  if (!constants) {
    constants = derive(plan);
    known.set(plan, constants);
  }
  return constants;
}

function derive(plan: ResolvedPlan): LineConstants {
  const { car, motor, site, tow } = plan;
  const grip = gripLimit(car, site.grip);
  const leverAtRest = (2 * plan.ratio) / car.tyreDiameterM;
  const wheelsKg = 0.6 * 4 * car.wheelMassKg;
  const rotorsKg = plan.motorCount * motor.rotorInertiaKgM2 * leverAtRest * leverAtRest;
  return {
    motors: plan.motorCount,
    gripN: grip.forceN,
    gripLimit: grip.limit,
    brakeN: brakeLimitN(car, site.grip),
    movingMassKg: car.massKg + tow.massKg + wheelsKg + rotorsKg,
    burstA: plan.esc.burstA,
    efficiency: car.driveEfficiency,
    frictionNm: motor.frictionTorqueNm,
    viscousNms: motor.viscousTorqueNms,
    brushV: motor.brushDropV,
    lag: motor.lagOhmPerRadS,
    leverAtRest,
    growthPerV2: car.tyreGrowth / (GROWTH_SPEED_MS * GROWTH_SPEED_MS),
    dragPerV2: 0.5 * site.airDensityKgM3 * car.dragAreaM2,
    weightRolling: GRAVITY_MS2 * (car.massKg * site.rollingResistance + tow.massKg * tow.rollingResistance),
    weightAll: GRAVITY_MS2 * (car.massKg + tow.massKg),
    scrubN: CORNER_SCRUB * site.grip * car.massKg * GRAVITY_MS2,
    kt25: motor.torqueConstantNmPerA,
    winding25: motor.resistanceOhm,
    escOhm: plan.esc.resistanceOhm,
    wireOhm: plan.wireOhm,
  };
}
