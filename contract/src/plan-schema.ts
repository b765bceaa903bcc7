import {
  CONVERTED,
  FINDING_IDS,
  MOST_LEGS,
  OF_THE_DRIVER,
  POLYMERS,
  RETIRED_FINDING_IDS,
  USUAL_PARTS,
  type Bay,
  type Car,
  type Conversion,
  type ConvertedField,
  type Cooling,
  type Course,
  type Esc,
  type Gearing,
  type Leg,
  type Pack,
  type PlanFile,
  type PlannedRun,
  type Site,
  type Tow,
} from '@puddler/core';
import Joi from 'joi';
import type { PlanBody } from './plan-body';
import { LONGEST_NOTES, MOST_PACKS } from './document-limits';
import { fieldAt } from './fields/catalogue';
import { motorSchema } from './motor-schema';
import { learnedSchema } from './learned-schema';
import { keysOf, name, number, oneOf, someOf } from './schema-words';

const LIMIT_SIZE = 1e6;

type GearboxGear = NonNullable<Car['gearboxRatios']>[number];

/** The car’s figures and its groups of them, each as far as a car must have it. */
const carKeys: Joi.StrictSchemaMap<Omit<Car, 'bay' | 'typical'>> = {
  ...keysOf('car'),
  gearboxRatios: Joi.array()
    .items(Joi.object<GearboxGear, true>(keysOf('car.gearboxRatios')))
    .min(1)
    .max(8),
  tyre: Joi.object<Car['tyre'], true>(keysOf('car.tyre')).required(),
};

export const carSchema = Joi.object<Car, true>({
  ...carKeys,
  bay: Joi.object<Bay, true>(keysOf('car.bay')),
  typical: Joi.array().items(name).max(100),
}).meta({ definition: 'car' });

const { name: _, ...escKeys } = keysOf('esc');

/** An ESC without its name, as the shelf keeps it. */
export const escSpec = Joi.object<Omit<Esc, 'name'>, true>(escKeys);

const { name: packName, ...packFigures } = keysOf('packs');
const packKeys: Joi.StrictSchemaMap<Omit<Pack, 'name'>> = { ...packFigures, typical: someOf(['cRating']) };

/** Schemas of packs with `more` fields beside their own: `polymer` asks for the C rating or the resistance of a cell, `cells` for neither. */
export const packForms = (more: Joi.SchemaMap = {}): Record<'polymer' | 'cells', Joi.ObjectSchema> => {
  const cells = Joi.object({ ...more, ...packKeys }).with('typical', 'cRating');
  return { polymer: cells.or('cRating', 'cellResistanceOhm'), cells };
};

function packSchema(): Joi.Schema<Pack> {
  const { polymer, cells } = packForms({ name: packName });
  return Joi.alternatives().conditional(Joi.ref('.chemistry'), { is: Joi.valid(...POLYMERS).required(), then: polymer, otherwise: cells });
}

/** A corner has a radius, by which its speed follows from the tyres, or a speed. */
const legSchema = Joi.object<Leg, true>(keysOf('run.course.legs')).xor('radiusM', 'cornerMs');
export const courseSchema = Joi.object<Course, true>({ name, legs: Joi.array().items(legSchema).min(1).max(MOST_LEGS).required() });

const limit = Joi.number().min(-LIMIT_SIZE).max(LIMIT_SIZE);
const limitsSchema = Joi.object().pattern(
  oneOf([...FINDING_IDS, ...RETIRED_FINDING_IDS]),
  Joi.object({ caution: limit, stop: limit }).meta({ definition: 'limit' }),
);

const bodyKeys: Joi.StrictSchemaMap<Omit<PlanBody, 'conversion'>> = {
  name: name.required(),
  notes: Joi.string().allow('').max(LONGEST_NOTES),
  motor: motorSchema({ name: name.required() }).required(),
  motorCount: number('motorCount'),
  esc: Joi.object<Esc, true>(keysOf('esc')).required(),
  packs: Joi.array().items(packSchema()).min(1).max(MOST_PACKS).required(),
  packWiring: oneOf(['series', 'parallel']),
  usualParts: someOf(USUAL_PARTS),
  wiring: Joi.object<NonNullable<PlanBody['wiring']>, true>(keysOf('wiring')),
  gearing: Joi.object<Gearing, true>({ ...keysOf('gearing'), typical: someOf(['pinion', 'spur']) })
    .and('pinion', 'spur')
    .required(),
  cooling: Joi.object<Cooling, true>(keysOf('cooling')),
  tow: Joi.object<Tow, true>(keysOf('tow')),
  site: Joi.object<Site, true>(keysOf('site')).required(),
  startCharge: number('startCharge'),
  run: Joi.object<PlannedRun, true>({
    ...keysOf('run'),
    course: courseSchema.when('profile', { is: Joi.valid(...OF_THE_DRIVER).required(), otherwise: Joi.forbidden() }),
  }),
  measured: Joi.array().items(name).max(100),
  limits: limitsSchema,
};

const isNeeded = (figure: ConvertedField) => figure === 'tyre' || fieldAt(`car.${figure}`)?.needed === true;

/** A plan's own figures of its car: null takes one away that a car may be without. */
const conversionSchema = Joi.object<Conversion>(
  Object.fromEntries(
    CONVERTED.map((figure) => {
      const schema = carKeys[figure] as Joi.Schema;
      return [figure, isNeeded(figure) ? schema.optional() : schema.allow(null)];
    }),
  ),
).min(1);

/** A plan without its car, as the server keeps it. */
export const planBodySchema = Joi.object<PlanBody, true>({ ...bodyKeys, conversion: conversionSchema });

/** The plan file, car and all. */
export const planFileSchema = Joi.object<PlanFile, true>({
  format: Joi.string<'puddler-plan'>().valid('puddler-plan').required(),
  version: Joi.number<1>().valid(1).required(),
  car: carSchema.required(),
  learned: learnedSchema,
  converted: Joi.object<NonNullable<PlanFile['converted']>, true>({
    from: carSchema.required(),
    figures: Joi.array().items(oneOf(CONVERTED)).unique().required(),
  }),
  ...bodyKeys,
});
