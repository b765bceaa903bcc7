import { learn, predictSteady, resolvePlan, topSpeedBand, withLearned } from '@puddler/core';
import { ODD_KINDS, oddSession } from '../../core/test/learn/odd-cars';

const FIRST_SEED = 7000;
/** A truth so many deviations away from what is said is confidently wrong. */
const WRONG_AT = 4;
/** p10 and p90 of a normal spread are so many deviations apart. */
const BAND_SIGMAS = 2.563;

/** How well one kind of car that does not obey the model is learned from a session, as shares. */
interface OddFigures {
  name: string;
  medianError: number;
  inBand: number;
  confidentlyWrong: number;
  /** Something was named: a slip, what does not fit, or that there is nothing to take. */
  named: number;
}

function oddFigures(cars: number): OddFigures[] {
  return ODD_KINDS.map((kind) => {
    const errors: number[] = [];
    let [inBand, confidentlyWrong, named] = [0, 0, 0];
    for (let i = 0; i < cars; i++) {
      const { runs, plan, trueMs } = oddSession(FIRST_SEED + i, kind);
      const learned = learn(runs);
      const taught = withLearned(plan, learned);
      const resolved = resolvePlan(taught);
      const { p10, p90 } = topSpeedBand(taught, resolved);
      const saidMs = predictSteady(resolved).topSpeedMs;
      const off = Math.abs(Math.log(trueMs / saidMs));
      errors.push(off);
      if (trueMs >= p10 && trueMs <= p90) inBand++;
      if (off > (WRONG_AT * Math.log(p90 / p10)) / BAND_SIGMAS) confidentlyWrong++;
      if (learned.slips.length > 0 || learned.misfits.length > 0 || !learned.isWorthTaking) named++;
    }
    errors.sort((a, b) => a - b);
    return {
      name: kind.name,
      medianError: errors[errors.length >> 1]!,
      inBand: inBand / cars,
      confidentlyWrong: confidentlyWrong / cars,
      named: named / cars,
    };
  });
}

const percent = (value: number) => `${(100 * value).toFixed(1)} %`;

export function reportOdd(cars: number): void {
  for (const { name, medianError, inBand, confidentlyWrong, named } of oddFigures(cars))
    console.log(
      `${name}: error ${percent(medianError)} in the middle, in the band ${percent(inBand)}, confidently wrong ${percent(confidentlyWrong)}, named ${percent(named)}`,
    );
}
