import { resolveEsc, type ResolvedEsc } from '../chain/esc';
import { finalDriveRatio } from '../chain/gears';
import { resolveMotor, type ResolvedMotor } from '../chain/motor';
import { resolvePacks, type ResolvedPack } from '../chain/pack';
import { resolveCar, resolveSite, type ResolvedCar, type ResolvedSite } from '../chain/road';
import { massWithParts, partsKg } from './mass';
import type { PlanFile, PlannedRun } from './plan-file';
import { ProvenanceLog, type Provenance } from './provenance';

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
  /** Factor on the seconds and metres that a driver keeps full throttle in racing and bashing. */
  fullThrottle: number;
  heatPaths: { windingToCan: number; canToAir: number; esc: number };
  heatCapacity: number;
  provenance: Provenance;
}

const DEFAULT_WIRE_OHM = 0.0015;
const USUAL_RUN: PlannedRun = { profile: 'race', minutes: 10 };

/** How a plan is driven: as it says, or as is usual. */
export const plannedRun = ({ run }: Pick<PlanFile, 'run'>): PlannedRun => run ?? USUAL_RUN;

/**
 * Turns a checked plan into a complete one by the rules of docs/model.md section 2. Pure.
 * Throws PlanError, naming the field, for what the estimates cannot fill
 * (contract's check refuses such plans before).
 */
export function resolvePlan(plan: PlanFile): ResolvedPlan {
  const log = new ProvenanceLog(
    plan.measured,
    plan.car.typical?.map((path) => `car.${path}`),
  );
  const parts = {
    motor: resolveMotor(plan.motor, log),
    motorCount: log.take('motorCount', plan.motorCount, 'measured', 'one motor', () => 1),
    esc: resolveEsc(plan.esc, log),
    pack: resolvePacks(plan.packs, plan.packWiring ?? 'series', plan.esc, log),
  };
  const car = resolveCar(plan.car, massWithParts(plan.car, partsKg(parts)), log);
  const site = resolveSite(plan.site, log);
  const tow = plan.tow;
  return {
    car,
    site,
    ...parts,
    wireOhm: log.take('wiring.resistanceOhm', plan.wiring?.resistanceOhm, 'measured', '1.5 mΩ of leads and plugs', () => DEFAULT_WIRE_OHM),
    ratio: finalDriveRatio(plan.car, plan.gearing),
    motorFans: plan.cooling?.motorFans ?? 0,
    motorHeatsink: plan.cooling?.motorHeatsink ?? false,
    tow: tow
      ? {
          massKg: tow.massKg,
          rollingResistance: log.take(
            'tow.rollingResistance',
            tow.rollingResistance,
            'measured',
            'as the car on this surface',
            () => site.rollingResistance,
          ),
        }
      : { massKg: 0, rollingResistance: 0 },
    startCharge: log.take('startCharge', plan.startCharge, 'measured', 'full', () => 1),
    run: log.take('run', plan.run, 'measured', 'ten minutes of racing', () => plannedRun(plan)),
    fullThrottle: 1,
    heatPaths: { windingToCan: 1, canToAir: 1, esc: 1 },
    heatCapacity: 1,
    provenance: log.origins,
  };
}
