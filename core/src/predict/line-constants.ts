import { GROWTH_SPEED_MS, GRAVITY_MS2 } from '../chain/constants';
import { coldFactor } from '../chain/pack';
import { brakeLimitN, cornerGripMs2, gripLimit, type GripLimit } from '../chain/road';
import type { ResolvedPlan } from '../resolve/resolved-plan';

/** A magnet's strength against temperature, per kelvin. */
const MAGNET_PER_K = { brushless: 0.0011, brushed: 0.0019 } as const;
/** What receiver and servo take in a run [W]: some of it for being on, the rest for steering the car's weight [W/kg]. */
const RECEIVER_W = 1.5;
const SERVO_W_PER_KG = 1;
/** Driving tyres slip from this share of their grip on. */
const SLIPS_FROM = 0.5;
/** Of four wheels' mass this share turns with the tread. */
const WHEEL_RIM_SHARE = 0.6;

/** What the equations need of a plan and no state changes. */
export interface LineConstants {
  motors: number;
  gripN: number;
  /** What the tyres pass without slip [N]. */
  easyN: number;
  gripLimit: GripLimit;
  brakeN: number;
  /** Share by which driving tyres turn faster than they roll at the limit of grip. */
  slip: number;
  /** Mass that must be accelerated: car, trailer, wheels and rotors as seen at the tyre [kg]. */
  movingMassKg: number;
  /** The part of it that moves along the road: what the tyres push while they spin [kg]. */
  roadMassKg: number;
  /** The part of it that spins up when the tyres let go: wheels and rotors [kg at the tyre]. */
  spinningMassKg: number;
  /** Factor on the energy and the peak of that. */
  spinUp: number;
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
  /** Grip of the whole car on level ground [N]: what scrub is a share of. */
  wholeGripN: number;
  /** Sideways acceleration that the tyres hold in a corner [m/s²], and the driver's factor on the speed of corners. */
  cornerMs2: number;
  cornerSpeed: number;
  receiverW: number;
  /** Whether its ESC can give braking power back to the pack; a brushed motor is shorted. */
  brakesBack: boolean;
  kt25: number;
  magnetPerK: number;
  winding25: number;
  escOhm: number;
  wireOhm: number;
  /** Factor on the pack's resistance for how warm it is when it is plugged in. */
  coldFactor: number;
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
  const wheelsKg = WHEEL_RIM_SHARE * 4 * car.wheelMassKg;
  const rotorsKg = plan.motorCount * motor.rotorInertiaKgM2 * leverAtRest * leverAtRest;
  return {
    motors: plan.motorCount,
    gripN: grip.forceN,
    easyN: SLIPS_FROM * grip.forceN,
    gripLimit: grip.limit,
    brakeN: brakeLimitN(car, site.grip),
    slip: site.slip,
    movingMassKg: car.massKg + tow.massKg + wheelsKg + rotorsKg,
    roadMassKg: car.massKg + tow.massKg,
    spinningMassKg: wheelsKg + rotorsKg,
    spinUp: plan.spinUp,
    burstA: plan.esc.burstA,
    efficiency: car.driveEfficiency,
    frictionNm: motor.frictionTorqueNm,
    viscousNms: motor.viscousTorqueNms,
    brushV: motor.brushDropV,
    lag: motor.lagOhmPerRadS,
    leverAtRest,
    growthPerV2: car.tyreGrowth / (GROWTH_SPEED_MS * GROWTH_SPEED_MS),
    dragPerV2: 0.5 * site.airDensityKgM3 * car.dragAreaM2,
    weightRolling: GRAVITY_MS2 * (car.massKg * (site.rollingResistance + car.drivelineDrag) + tow.massKg * tow.rollingResistance),
    weightAll: GRAVITY_MS2 * (car.massKg + tow.massKg),
    wholeGripN: site.grip * car.massKg * GRAVITY_MS2,
    cornerMs2: cornerGripMs2(site),
    cornerSpeed: plan.driver.cornerSpeed,
    receiverW: plan.receiver * (RECEIVER_W + SERVO_W_PER_KG * car.massKg),
    brakesBack: motor.kind === 'brushless',
    magnetPerK: MAGNET_PER_K[motor.kind],
    kt25: motor.torqueConstantNmPerA,
    winding25: motor.resistanceOhm,
    escOhm: plan.esc.resistanceOhm,
    wireOhm: plan.wireOhm,
    coldFactor: coldFactor(site.packC),
  };
}
