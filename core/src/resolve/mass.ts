import { resolveEsc } from '../chain/esc';
import { resolveMotor } from '../chain/motor';
import { resolvePacks } from '../chain/pack';
import { PlanError } from '../plan/plan-error';
import type { Car, PlanBody } from '../plan/plan-file';
import { ProvenanceLog } from '../plan/provenance';

type Parts = Pick<PlanBody, 'motor' | 'motorCount' | 'esc' | 'packs' | 'packWiring'>;
type Weights = { motor: { massKg: number }; motorCount: number; esc: { massKg: number }; pack: { massKg: number } };

/** Motors, ESCs and packs together [kg]: every motor has an ESC of its own. */
export const partsKg = ({ motor, motorCount, esc, pack }: Weights): number => motorCount * (motor.massKg + esc.massKg) + pack.massKg;

/**
 * What a car weighs with parts of `kg` in it [kg]: as weighed, with them in the place of those that were in it then
 * (`weighedPartsG`). No car weighs less than its parts.
 */
export function massWithParts({ massKg, weighedPartsG }: Pick<Car, 'massKg' | 'weighedPartsG'>, kg: number): number {
  return weighedPartsG === undefined ? massKg : Math.max(kg, massKg + kg - weighedPartsG / 1000);
}

const known = new WeakMap<Parts, number | undefined>();

/** The weight of a plan's motors, ESCs and packs, by label or estimate [g]; undefined where the plan cannot be computed. */
export function massOfPartsG(plan: Parts): number | undefined {
  if (!known.has(plan)) known.set(plan, weigh(plan));
  return known.get(plan);
}

function weigh({ motor, motorCount = 1, esc, packs, packWiring = 'series' }: Parts): number | undefined {
  const log = new ProvenanceLog();
  try {
    const parts = { motor: resolveMotor(motor, log), motorCount, esc: resolveEsc(esc, log), pack: resolvePacks(packs, packWiring, esc, log) };
    return Math.round(1000 * partsKg(parts));
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}
