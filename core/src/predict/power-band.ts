import type { ResolvedPlan } from '../resolve/resolved-plan';
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
  /** What slipping and spinning tyres rub away. */
  slipW: number;
  /** What receiver and servo take. */
  receiverW: number;
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
 * The power balance at top speed: packW = receiver + wires + ESC + copper + brush + lag + iron + gears +
 * spinning tyres + rolling + air + slope; receiver and spinning tyres only in a run.
 * At a duty under 1 (held at the grip limit) the bridge steps the voltage down without loss, so it still holds.
 */
export function powerBand(plan: ResolvedPlan, solved: TopSpeed = solveTopSpeed(plan)): PowerBand {
  const { at, topSpeedMs: v } = solved;
  const n = at.line.motors;
  const amp = at.motorA;
  const busV = at.busV();
  const lossTorqueNm = at.lossTorqueNm();
  const shaftTorqueNm = v > 0 ? n * (at.kt * amp - lossTorqueNm) : n * Math.max(0, at.kt * amp - lossTorqueNm);
  const roadW = at.forceN * v;
  const wheelW = v > 0 ? at.forceN * at.treadMs(v) : 0;
  const packA = at.packA + at.otherA;
  const wireW = packA * packA * plan.wireOhm;
  const wheelRadS = at.omega / plan.ratio;
  return {
    packW: busV * packA + wireW,
    receiverW: busV * at.otherA,
    wiresW: wireW,
    escW: n * amp * amp * plan.esc.resistanceOhm,
    copperW: n * amp * amp * at.windingOhm,
    brushW: n * amp * plan.motor.brushDropV,
    lagW: n * amp * amp * at.lagOhm(),
    ironW: n * lossTorqueNm * at.omega,
    gearsW: shaftTorqueNm * at.omega - wheelW,
    slipW: wheelW - roadW,
    rollingW: at.rollingN(v) * v,
    airW: at.airN(v) * v,
    slopeW: v > 0 ? (at.resistanceN - at.airN(v) - at.rollingN(v)) * v : 0,
    switchingW: n * (escLossW(plan.esc.resistanceOhm, amp * amp, amp, at.duty) - amp * amp * plan.esc.resistanceOhm),
    packHeatW: at.packHeatW(),
    packTerminalV: busV + packA * plan.wireOhm,
    busV,
    packA,
    motorRadS: at.omega,
    shaftTorqueNm,
    wheelRadS,
    wheelTorqueNm: wheelRadS > 0 ? wheelW / wheelRadS : (at.forceN * plan.car.tyreDiameterM) / 2,
    forceN: at.forceN,
    speedMs: v,
  };
}
