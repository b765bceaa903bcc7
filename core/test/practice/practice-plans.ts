import { randomStream, type PlanFile } from '@puddler/core';
import { KINDS } from '../learn/hidden-session';

/** Plans for practice days, by number: three kinds of cars with targets from easy to what burns. */
export function practicePlans(number: number): PlanFile {
  const base = KINDS[number % 2]!;
  const random = randomStream(number + 40);
  const { pinion = 16 } = base.gearing;
  return {
    ...base,
    gearing: { ...base.gearing, pinion: Math.round(pinion * (0.85 + 0.5 * random())), spur: base.gearing.spur ?? 60 },
    site: { ...base.site, ambientC: 10 + Math.round(18 * random()) },
    run: { profile: 'race', minutes: 2 + Math.round(4 * random()) },
  };
}
