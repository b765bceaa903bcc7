import { resolveEsc } from '../chain/esc';
import { finalDriveRatio } from '../chain/gears';
import { resolveMotor } from '../chain/motor';
import { resolvePacks } from '../chain/pack';
import { resolveCar, resolveSite } from '../chain/road';
import { massWithParts, partsKg } from './mass';
import type { PlanFile } from '../plan/plan-file';
import { plannedRun } from '../plan/planned-run';
import type { ResolvedPlan } from './resolved-plan';
import { ProvenanceLog } from '../plan/provenance';
import { applyLearned } from './apply-learned';

const DEFAULT_WIRE_OHM = 0.0015;

/**
 * Turns a checked plan into a complete one by the rules of docs/model.md section 2, with what runs have taught where it holds that. Pure.
 * Throws PlanError, naming the field, for what the estimates cannot fill
 * (contract's check refuses such plans before).
 */
export const resolvePlan = (plan: PlanFile): ResolvedPlan => applyLearned(plan, resolveGiven(plan));

/** The plan by what it says and what is usual, whatever runs have taught. */
function resolveGiven(plan: PlanFile): ResolvedPlan {
  const log = new ProvenanceLog(
    plan.measured,
    plan.car.typical?.map((path) => `car.${path}`),
    plan.usualParts,
  );
  const parts = {
    motor: resolveMotor(plan.motor, log),
    motorCount: log.take('motorCount', plan.motorCount, 'measured', 'one motor', () => 1),
    esc: resolveEsc(plan.esc, log),
    pack: resolvePacks(plan.packs, plan.packWiring ?? 'series', plan.esc, log),
  };
  const car = resolveCar(
    plan.car,
    {
      massKg: massWithParts(plan.car, partsKg(parts)),
      canDiameterM: parts.motor.diameterM,
      rollingGiven: plan.site.rollingResistance !== undefined,
    },
    log,
  );
  const site = resolveSite(plan.site, plannedRun(plan).profile, log);
  const tow = plan.tow;
  for (const gear of plan.gearing.typical ?? []) log.given(`gearing.${gear}`, 'typical', plan.gearing[gear]);
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
    driver: { fullThrottle: 1, cornerSpeed: 1 },
    spinUp: 1,
    receiver: 1,
    heatPaths: { windingToCan: 1, canToAir: 1, esc: 1 },
    heatCapacity: 1,
    provenance: log.origins,
  };
}
