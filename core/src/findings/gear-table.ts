import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { fitFindings } from './fit';
import type { Finding } from './finding';
import type { Limits } from './limits';
import { shownRun } from '../predict/peak';
import { simulateRunFast } from '../predict/run-fast';
import { predictSteady } from '../predict/steady';

/** One pinion on one spur. Temperature and peak need a run and may come later. */
export interface GearCell {
  pinion: number;
  spur: number;
  topSpeedMs: number;
  packCurrentA: number;
  finalDriveRatio: number;
  rolloutMm: number;
  /** What does not go into the slot or past its neighbours. */
  fits: Finding[];
}

export interface GearRun {
  maxCanC: number;
  maxEscC: number;
  peakPackCurrentA: number;
}

function geared(plan: PlanFile, pinion: number, spur: number): PlanFile {
  return { ...plan, gearing: { ...plan.gearing, pinion, spur } };
}

/** What a pair of gears does, without a run. Some microseconds. Throws PlanError as resolvePlan does. */
export function gearCell(plan: PlanFile, pinion: number, spur: number, limits: Limits): GearCell {
  const file = geared(plan, pinion, spur);
  const resolved = resolvePlan(file);
  const { topSpeedMs, packCurrentA, finalDriveRatio, rolloutMm } = predictSteady(resolved);
  const fits = fitFindings(file, resolved, limits).filter(
    (one) => one.id === 'mesh-distance' || one.id === 'spur-clearance' || one.id === 'pinion-bore',
  );
  return { pinion, spur, topSpeedMs, packCurrentA, finalDriveRatio, rolloutMm, fits };
}

/** Heat and peak of a pair of gears, by a fast run. Some milliseconds. */
export function gearRun(plan: PlanFile, pinion: number, spur: number): GearRun {
  const resolved = resolvePlan(geared(plan, pinion, spur));
  const { maxCanC, maxEscC, peakPackCurrentA } = shownRun(predictSteady(resolved), simulateRunFast(resolved, { stepS: 0.02 }));
  return { maxCanC, maxEscC, peakPackCurrentA };
}
