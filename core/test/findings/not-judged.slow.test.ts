import fc from 'fast-check';
import { allFindings, limitsWith, notJudged, predictSteady, resolvePlan, type FindingId, withUsualRating, type PlanFile } from '@puddler/core';
import { simulateRunFast } from '../../src/predict/run-fast';
import { ROUGH_RUN } from '../../src/predict/tolerances';
import { anyPlan } from '../any-plan';
import { plainPlan } from '../helpers';

const SEED = 29;
const PLANS = 200;

const SIZE = ['lengthMm', 'widthMm', 'heightMm'] as const;
const BAY = {
  motorDiameterMm: 10,
  motorLengthMm: 10,
  escLengthMm: 10,
  escWidthMm: 10,
  escHeightMm: 5,
  packLengthMm: 20,
  packWidthMm: 10,
  packHeightMm: 5,
  meshMinMm: 5,
  meshMaxMm: 6,
  nearestPartMm: 5,
  mountCircleMm: 12,
  screwPastPlateMm: 12,
  pinionBoreMm: 3.17,
  moduleMm: 0.5,
  servoMaxV: 6,
  receiverMaxV: 6,
  servoStallA: 3,
};

/** A plan that breaks every rule which a missing figure could silence. */
const broken = (plan: PlanFile): PlanFile => ({
  ...plan,
  packs: [
    {
      ...plan.packs[0]!,
      chemistry: 'lipo',
      cells: 4,
      cRating: 0.2,
      cellResistanceOhm: 0.004,
      capacityAh: 0.5,
      plugA: 0.1,
      lengthMm: 140,
      widthMm: 48,
      heightMm: 25,
    },
  ],
  esc: { ...plan.esc, maxCells: 2, capacitorV: 12, becV: 8.4, becA: 0.1, lengthMm: 60, widthMm: 40, heightMm: 35 },
  motor: { ...plan.motor, maxCells: 2, shaftMm: 5, mountCircleMm: 25, threadDepthMm: 4 },
  gearing: { ...plan.gearing, pinion: 9, spur: 60, moduleMm: 0.6, pinionBoreMm: 3.17 },
  site: { ...plan.site, radioRangeM: 0.1, straightM: 0.1 },
  car: { ...plan.car, bay: BAY },
});

type Figure = [part: 'esc' | 'motor' | 'gearing' | 'site' | 'pack' | 'bay', field: string];
/** Everything of it that a builder may leave out and a rule needs. */
const FIGURES: Figure[] = [
  ...(['maxCells', 'capacitorV', 'becV', 'becA', ...SIZE] as const).map((field): Figure => ['esc', field]),
  ...(['maxCells', 'shaftMm', 'mountCircleMm', 'threadDepthMm'] as const).map((field): Figure => ['motor', field]),
  ...(['moduleMm', 'pinionBoreMm'] as const).map((field): Figure => ['gearing', field]),
  ...(['radioRangeM', 'straightM'] as const).map((field): Figure => ['site', field]),
  ...(['cRating', 'plugA', ...SIZE] as const).map((field): Figure => ['pack', field]),
  ...Object.keys(BAY).map((field): Figure => ['bay', field]),
];

function without(plan: PlanFile, figures: readonly Figure[]): PlanFile {
  const copy = structuredClone(plan);
  const parts = { esc: copy.esc, motor: copy.motor, gearing: copy.gearing, site: copy.site, pack: copy.packs[0]!, bay: copy.car.bay! };
  for (const [part, field] of figures) delete (parts[part] as unknown as Record<string, unknown>)[field];
  copy.packs = copy.packs.map(withUsualRating);
  return copy;
}

/** Rules that cautioned or stopped. */
function spoken(plan: PlanFile): Set<FindingId> {
  const resolved = resolvePlan(plan);
  const found = allFindings({ plan, resolved, steady: predictSteady(resolved), run: simulateRunFast(resolved, ROUGH_RUN), limits: limitsWith() });
  return new Set(found.filter((one) => one.level !== 'info').map(({ id }) => id));
}

test(`no rule passes on a figure that is not there (${PLANS} plans with figures taken away at random, seed ${SEED})`, () => {
  const every = notJudged(without(broken(plainPlan()), FIGURES), false).map(({ id }) => id);
  expect(every.length).toBeGreaterThanOrEqual(19);
  fc.assert(
    fc.property(anyPlan, fc.subarray(FIGURES), (plan, taken) => {
      const whole = broken({ ...plan, run: { profile: 'speed-pass', minutes: 0.5 } });
      const before = spoken(whole);
      fc.pre(predictSteady(resolvePlan(whole)).topSpeedMs > 0.1);
      const less = without(whole, taken);
      const now = spoken(less);
      const unknown = new Set(notJudged(less, false).map(({ id }) => id));
      for (const id of every) if (before.has(id) && !now.has(id)) expect([id, unknown.has(id)]).toEqual([id, true]);
      // What was given is judged, and not said to be unknown.
      if (taken.length === 0) expect([...unknown]).toEqual(['driveline']);
    }),
    { seed: SEED, numRuns: PLANS, endOnFailure: true },
  );
});

test('a plan of which everything was given leaves nothing unjudged, and breaks every rule that could have been', () => {
  const whole = broken(plainPlan());
  expect(notJudged(whole, true)).toEqual([]);
  const every = notJudged(without(whole, FIGURES), true).map(({ id }) => id);
  const before = spoken(whole);
  expect(every.filter((id) => !before.has(id))).toEqual([]);
});

test('what burns first is named first; gears are not asked of a car without', () => {
  const direct = { ...plainPlan(), gearing: {} };
  expect(notJudged(plainPlan(), true)[0]).toEqual({ id: 'esc-cells', link: 'esc', missing: 'how many cells the ESC bears' });
  expect(notJudged(direct, true).filter(({ link }) => link === 'gears')).toEqual([]);
});
