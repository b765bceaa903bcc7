import { readFileSync } from 'node:fs';
import path from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { joiProblems, planFileSchema } from '@puddler/contract';
import { anyPlan } from '../../core/test/any-plan';
import { CASES } from '../../core/test/helpers';
import { PLAN_FIELDS } from '../src/fields/catalogue';
import { jsonSchemaOf } from '../src/published/json-schema';
import { PUBLISHED } from '../src/published/published-files';

const fileAt = (file: string) => readFileSync(path.join(__dirname, '../..', file), 'utf8');
const isJson = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

test.each(PUBLISHED)('$path is as `npm run published` writes it', ({ path: file, text }) => {
  const now = fileAt(file);
  expect(text(now)).toBe(now);
});

/** Every place in a document: the object or list and the key in it. */
function placesIn(value: unknown): [Record<string, unknown>, string][] {
  if (!isJson(value)) return [];
  return Object.keys(value).flatMap((key): [Record<string, unknown>, string][] => [[value, key], ...placesIn(value[key])]);
}

/** What somebody may have put in the place of a figure. */
const strange = fc.oneof(
  fc.constantFrom<unknown>(
    undefined,
    null,
    '',
    'x',
    'x'.repeat(121),
    true,
    0,
    -1,
    1.5,
    3,
    1e9,
    [],
    {},
    [{}],
    'lipo',
    'brushed',
    'brushless',
    'race',
    'cruise',
  ),
  fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e4, max: 1e6 }),
);
const names = [...new Set(Object.keys(PLAN_FIELDS).flatMap((one) => one.split('.')))];

/** A plan with a few of its places changed, taken away or added to. */
const bentPlan = fc
  .tuple(
    fc.oneof(anyPlan, fc.constantFrom(...CASES.map(({ plan }) => plan))),
    fc.array(fc.tuple(fc.nat(), strange, fc.option(fc.constantFrom(...names, 'other'), { nil: undefined })), { minLength: 1, maxLength: 3 }),
  )
  .map(([plan, changes]) => {
    const bent = JSON.parse(JSON.stringify(plan)) as Record<string, unknown>;
    for (const [where, value, added] of changes) {
      const places = placesIn(bent);
      const [holder, key] = places[where % places.length]!;
      if (added === undefined && value === undefined && !Array.isArray(holder)) delete holder[key];
      else if (added === undefined) holder[key] = value ?? null;
      else if (isJson(holder[key]) && !Array.isArray(holder[key])) holder[key][added] = value ?? null;
    }
    return JSON.parse(JSON.stringify(bent)) as unknown;
  });

test('3,000 plans bent at random: the published schema refuses what Joi refuses, and takes what it takes (seed 25)', () => {
  const accepts = new Ajv2020({ strict: false }).compile(jsonSchemaOf(planFileSchema, {}));
  let refused = 0;
  fc.assert(
    fc.property(bentPlan, (plan) => {
      const isGood = joiProblems(planFileSchema, plan).length === 0;
      if (!isGood) refused += 1;
      expect(accepts(plan)).toBe(isGood);
    }),
    { seed: 25, numRuns: 3000 },
  );
  expect(refused).toBeGreaterThan(300);
  expect(refused).toBeLessThan(2900);
});
