import type { ResolvedEsc } from '../chain/esc';
import type { ResolvedMotor } from '../chain/motor';
import type { ResolvedPack } from '../chain/pack';
import type { ResolvedCar, ResolvedSite } from '../chain/road';
import type { PlannedRun } from '../plan/plan-file';
import type { Provenance } from '../plan/provenance';

/** A plan without gaps: all that the equations need, in SI units, and where each figure came from. */
export interface ResolvedPlan {
  car: ResolvedCar;
  motor: ResolvedMotor;
  motorCount: number;
  esc: ResolvedEsc;
  pack: ResolvedPack;
  /** Pack leads and plugs, both ways [Ω]. */
  wireOhm: number;
  /** Motor turns for one turn of the wheel. */
  ratio: number;
  motorFans: 0 | 1 | 2;
  motorHeatsink: boolean;
  tow: { massKg: number; rollingResistance: number };
  site: ResolvedSite;
  startCharge: number;
  run: PlannedRun;
  /** Factors that are 1 but where the spread of a prediction is asked for. */
  /** On the seconds and metres that a driver keeps full throttle, and on the speed of corners, in racing and bashing. */
  driver: { fullThrottle: number; cornerSpeed: number };
  /** On the energy and the peak of wheels that run up as the tyres let go. */
  spinUp: number;
  /** On what receiver and servo take. */
  receiver: number;
  heatPaths: { windingToCan: number; canToAir: number; esc: number };
  heatCapacity: number;
  provenance: Provenance;
}
