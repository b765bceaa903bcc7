import type { Car, PlanFile } from '@puddler/core';

/** A plan without its car, format and version: what belongs to one plan of a car. */
export type PlanBody = Omit<PlanFile, 'format' | 'version' | 'car'>;

/** Joins a car and one of its plans into a plan file. */
export function planFileOf(car: Car, plan: PlanBody): PlanFile {
  const { name, notes, ...rest } = plan;
  return { format: 'puddler-plan', version: 1, name, ...(notes === undefined ? {} : { notes }), car, ...rest };
}

/** Takes a plan file apart into its car and the rest. */
export function splitPlanFile(file: PlanFile): { car: Car; plan: PlanBody } {
  const { format: _format, version: _version, car, ...plan } = file;
  return { car, plan };
}
