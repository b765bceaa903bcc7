import { rolloutM } from '../chain/gears';
import type { GripLimit } from '../chain/road';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Drivetrain } from './drivetrain';
import { solveTopSpeed, type TopSpeed, type TopSpeedOutcome } from './top-speed';

/** What the car does at its top speed. Currents of one motor and of the pack; powers of all motors together. */
export interface Steady {
  outcome: TopSpeedOutcome;
  topSpeedMs: number;
  motorRpm: number;
  motorCurrentA: number;
  packCurrentA: number;
  busV: number;
  packPowerW: number;
  shaftPowerW: number;
  motorEfficiency: number;
  speedLossPct: number;
  finalDriveRatio: number;
  rolloutMm: number;
  gripN: number;
  gripLimit: GripLimit;
  /** Whether the tyres or the front, not the motor, set the top speed: then the motor's speed loss says nothing. */
  gripSetsSpeed: boolean;
  /** Share of the motor's volts that its winding takes at top speed: how hard it is loaded. */
  motorLoad: number;
}

/** What one motor gives at its shaft [W]. */
function shaftPowerW(at: Drivetrain): number {
  return Math.max(0, (at.kt * at.motorA - at.lossTorqueNm()) * at.omega);
}

/** Shaft power over the power at the motor's terminals; 0 while it takes none. */
function motorEfficiency(at: Drivetrain): number {
  const terminalW = at.motorA * (at.kt * at.omega + at.line.brushV + at.motorA * (at.windingOhm + at.lagOhm()));
  return terminalW > 0 ? shaftPowerW(at) / terminalW : 0;
}

/** What winding and lag take of the volts at a motor's terminals. */
export function motorLoad(at: Drivetrain): number {
  const lostV = at.motorA * (at.windingOhm + at.lagOhm());
  const terminalV = at.kt * at.omega + at.line.brushV + lostV;
  return terminalV > 0 ? lostV / terminalV : 0;
}

/** Top speed and the state of the chain at it, docs/model.md section 6. Never NaN: a car that cannot move says `no-motion`. */
export function predictSteady(plan: ResolvedPlan, solved: TopSpeed = solveTopSpeed(plan)): Steady {
  const { at, outcome, topSpeedMs } = solved;
  const amp = at.motorA;
  const busV = at.busV();
  const shaftW = shaftPowerW(at);
  const rpm = at.motorRpm();
  return {
    outcome,
    topSpeedMs,
    motorRpm: rpm,
    motorCurrentA: amp,
    packCurrentA: at.packA,
    busV,
    packPowerW: busV * at.packA,
    shaftPowerW: at.line.motors * shaftW,
    motorEfficiency: motorEfficiency(at),
    speedLossPct: 100 * (1 - rpm / (plan.motor.kvRpmPerV * at.openCircuitV)),
    finalDriveRatio: plan.ratio,
    rolloutMm: 1000 * rolloutM(plan.car.tyreDiameterM, plan.ratio),
    gripN: at.line.gripN,
    gripLimit: at.line.gripLimit,
    gripSetsSpeed: at.limited && topSpeedMs > 0,
    motorLoad: motorLoad(at),
  };
}
