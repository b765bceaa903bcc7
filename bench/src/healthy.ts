// Healthy cars of every kind, each climbed by a builder who does what the ladder says: `npm run bench:healthy [-- cars]`.
import { DEFAULT_LIMITS, PlanError, type PlanFile } from '@puddler/core';
import { workDay } from '../../core/test/practice/scripted-builder';
import { carOf, TEMPLATES } from '../../web/src/active/templates/templates';

const CARS = Number(process.argv[2] ?? 44);
const [FIRST, EVERY] = [Number(process.argv[3] ?? 0), Number(process.argv[4] ?? 1)];
const FIRST_SEED = 7000;
/** Gears of the target, as shares of what is usual for the kind. */
const GEARED = [1, 0.85, 0.7, 0.55];
/** The truth stays so far under the limit of the can: none of these cars is a close call [K]. */
const ROOM_K = 8;

/** Targets that are safe by what the car truly is, in turns over the kinds and from the usual gears down. */
function* healthy(): Generator<{ title: string; plan: PlanFile; seed: number }> {
  for (let round = 0; ; round++)
    for (const [i, template] of TEMPLATES.entries()) {
      const { pinion, spur } = template.plan.gearing;
      const share = GEARED[round % GEARED.length] ?? 1;
      const geared = pinion === undefined ? {} : { pinion: Math.max(9, Math.round(share * pinion)), spur };
      const plan = {
        ...template.plan,
        name: template.title,
        car: carOf(template, template.title),
        gearing: { ...template.plan.gearing, ...geared },
      };
      const seed = FIRST_SEED + 100 * round + i;
      const { reckoning } = workDay(plan, seed, { straight: true });
      if (reckoning.targetIsSafe && reckoning.targetCanC < DEFAULT_LIMITS['motor-temperature'].stop - ROOM_K)
        yield { title: `${template.title}, ${plan.gearing.pinion} T`, plan, seed };
    }
}

let [cars, reached] = [0, 0];
let number = 0;
for (const { title, plan, seed } of healthy()) {
  if (number === CARS) break;
  if (number++ % EVERY !== FIRST) continue;
  cars++;
  try {
    const { climbed, reckoning, verdicts, day } = workDay(plan, seed);
    const isThere = climbed && reckoning.reached;
    if (isThere) reached++;
    console.log(
      `${isThere ? 'reached' : 'LEFT   '} ${title}: can ${reckoning.targetCanC.toFixed(0)} °C, ${day.drives.length} drives, ${reckoning.slip ?? 'no slip'}${
        isThere
          ? ''
          : `, ${verdicts.at(-1)?.verdict ?? 'no verdict'} ${
              verdicts
                .at(-1)
                ?.reasons.map((one) => one.id)
                .join('+') ?? ''
            }`
      }`,
    );
  } catch (error) {
    if (!(error instanceof PlanError)) throw error;
    console.log(`cannot  ${title}: ${error.message}`);
  }
}
console.log(JSON.stringify({ cars, reached }));
