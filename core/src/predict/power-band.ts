import type { ResolvedPlan } from '../plan/resolve-plan';
import { escLossW } from './heat';
import { solveTopSpeed, type TopSpeed } from './top-speed';

/** Where the pack's power goes at top speed [W], all motors together; link by link in the order of the chain. */
export interface PowerBand {
  /** At the pack's terminals. */
  packW: number;
  wiresW: number;
  escW: number;
  copperW: number;
  brushW: number;
  lagW: number;
  ironW: number;
  gearsW: number;
  rollingW: number;
  airW: number;
  /** Negative downhill: the slope then gives. */
  slopeW: number;
  /** ESC switching loss: heat, but outside the circuit's equations. */
  switchingW: number;
  /** Heat inside the pack [W], drawn before its terminals. */
  packHeatW: number;
  /** Figures that cross between the links. */
  packTerminalV: number;
  busV: number;
  packA: number;
  motorRadS: number;
  /** Of all motors together [N·m]. */
  shaftTorqueNm: number;
  wheelRadS: number;
  wheelTorqueNm: number;
  forceN: number;
  speedMs: number;
}

/**
 * The power balance at top speed: packW = wires + ESC + copper + brush + lag + iron + gears + rolling + air + slope.
 * At a duty under 1 (held at the grip limit) the bridge steps the voltage down without loss, so it still holds.
 */
export function powerBand(plan: ResolvedPlan, solved: TopSpeed = solveTopSpeed(plan)): PowerBand {
  const { at, topSpeedMs: v } = solved;
  const n = at.line.motors;
  const amp = at.motorA;
  const busV = at.busV();
  const lossTorqueNm = at.lossTorqueNm();
  const shaftTorqueNm = v > 0 ? n * (at.kt * amp - lossTorqueNm) : n * Math.max(0, at.kt * amp - lossTorqueNm);
  const wheelW = at.forceN * v;
  const wireW = at.packA * at.packA * plan.wireOhm;
  const wheelRadS = at.omega / plan.ratio;
  return {
    packW: busV * at.packA + wireW,
    wiresW: wireW,
    escW: n * amp * amp * plan.esc.resistanceOhm,
    copperW: n * amp * amp * at.windingOhm,
    brushW: n * amp * plan.motor.brushDropV,
    lagW: n * amp * amp * at.lagOhm(),
    ironW: n * lossTorqueNm * at.omega,
    gearsW: shaftTorqueNm * at.omega - wheelW,
    rollingW: at.rollingN(v) * v,
    airW: at.airN(v) * v,
    slopeW: v > 0 ? (at.resistanceN - at.airN(v) - at.rollingN(v)) * v : 0,
    switchingW: n * (escLossW(plan.esc.resistanceOhm, amp * amp, amp, at.duty) - amp * amp * plan.esc.resistanceOhm),
    packHeatW: at.packHeatW(),
    packTerminalV: busV + at.packA * plan.wireOhm,
    busV,
    packA: at.packA,
    motorRadS: at.omega,
    shaftTorqueNm,
    wheelRadS,
    wheelTorqueNm: wheelRadS > 0 ? wheelW / wheelRadS : (at.forceN * plan.car.tyreDiameterM) / 2,
    forceN: at.forceN,
    speedMs: v,
  };
}
