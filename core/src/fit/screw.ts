import type { PlanFile } from '../plan/plan-file';

/** The end of a screw must stay this far from the bottom of its thread, behind which the windings are [mm]. */
export const SCREW_SPARE_MM = 1;

/** A motor screw as drawn: plate, thread, and how far a screw may go. Undefined figures have not been measured. */
export interface ScrewDepth {
  threadDepthMm: number;
  /** How far a screw may go past the plate. */
  deepestMm: number;
  /** How far the screws at hand go past the plate. */
  reachMm: number | undefined;
  plateMm: number | undefined;
  /** The longest screw under its head, in half millimetres. */
  longestScrewMm: number | undefined;
}

/** How long the motor's screws may be; undefined while nobody has measured the thread. */
export function screwDepth({ motor, car }: PlanFile, plateMm: number | undefined): ScrewDepth | undefined {
  const { threadDepthMm } = motor;
  if (threadDepthMm === undefined) return undefined;
  const deepestMm = Math.max(0, threadDepthMm - SCREW_SPARE_MM);
  return {
    threadDepthMm,
    deepestMm,
    reachMm: car.bay?.screwPastPlateMm,
    plateMm,
    longestScrewMm: plateMm === undefined ? undefined : Math.floor(2 * (plateMm + deepestMm) + 1e-9) / 2,
  };
}
