import { gearCell, type Limits, type PlanFile } from '@puddler/core';
import { gearsAround } from './gear-choice';
import { gearsKey, type RunsByGears } from '../../jobs/plan-jobs';

/** The pinion to begin with, and why. */
export interface StartPinion {
  pinion: number;
  topSpeedMs: number;
  canC: number;
  /** It is the planned one; else a smaller one that stays under the cautions. */
  asPlanned: boolean;
  /** None of those looked at stays under the cautions: it is the coolest of them. */
  tooHot: boolean;
}

/**
 * The largest pinion up to the planned one with which can and ESC stay under their cautions and which goes in; undefined until
 * the runs are known, or for a plan without gears.
 */
export function startPinion(file: PlanFile, runs: RunsByGears | undefined, limits: Limits): StartPinion | undefined {
  const { pinion: planned, spur } = file.gearing;
  if (planned === undefined || spur === undefined || !runs) return undefined;
  const cool = (id: 'motor-temperature' | 'esc-temperature') => limits[id].caution ?? limits[id].stop ?? Infinity;
  const pinions = gearsAround(file).pinions.filter((teeth) => teeth <= planned);
  const known = pinions.flatMap((pinion) => {
    const run = runs.get(gearsKey(pinion, spur));
    const cell = gearCell(file, pinion, spur, limits);
    return run && cell.fits.every((one) => one.level !== 'stop')
      ? [{ pinion, topSpeedMs: cell.topSpeedMs, canC: run.maxCanC, escC: run.maxEscC }]
      : [];
  });
  if (known.length === 0 || !runs.has(gearsKey(planned, spur))) return undefined;
  const fit = known.filter(({ canC, escC }) => canC < cool('motor-temperature') && escC < cool('esc-temperature'));
  // A motor that idles hot does not cool with a smaller pinion: then the coolest is named.
  const coolest = known.reduce((a, b) => (b.canC <= a.canC ? b : a));
  const { pinion, topSpeedMs, canC } = fit[fit.length - 1] ?? coolest;
  return { pinion, topSpeedMs, canC, asPlanned: pinion === planned, tooHot: fit.length === 0 };
}
