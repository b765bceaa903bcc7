import {
  AIRFLOWS,
  BEARINGS,
  BODIES,
  CHASSIS,
  CHEMISTRIES,
  CONVERTED,
  DRIVES,
  FINDING_IDS,
  MOST_LEGS,
  OF_THE_DRIVER,
  POLYMERS,
  RETIRED_FINDING_IDS,
  PROFILES,
  SURFACES,
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
import { motorSchema } from './motor-schema';
import { learnedSchema } from './learned-schema';
import { name, number, oneOf, optional } from './schema-words';

const LIMIT_SIZE = 1e6;

const baySchema = Joi.object<Bay, true>({
  ...optional('car.bay', 'motorDiameterMm', 'motorLengthMm', 'escLengthMm', 'escWidthMm', 'escHeightMm'),
  ...optional('car.bay', 'packLengthMm', 'packWidthMm', 'packHeightMm', 'meshMinMm', 'meshMaxMm', 'spurMin', 'spurMax'),
  ...optional(
    'car.bay',
    'nearestPartMm',
    'mountCircleMm',
    'screwPastPlateMm',
    'pinionBoreMm',
    'moduleMm',
    'receiverMaxV',
    'servoMaxV',
    'servoStallA',
  ),
});

/** What a conversion may change on a car. */
const convertedKeys: Joi.StrictSchemaMap<Pick<Car, ConvertedField>> = {
  massKg: number('car.massKg'),
  drive: oneOf(DRIVES),
  bearings: oneOf(BEARINGS),
  internalRatio: number('car.internalRatio'),
  gearboxRatios: Joi.array()
    .items(Joi.object({ name: name.required(), ratio: number('car.gearboxRatios.ratio').required() }))
    .min(1)
    .max(8),
  tyre: Joi.object<Car['tyre'], true>({
    diameterMm: number('car.tyre.diameterMm').required(),
    growthPctAt100KmH: number('car.tyre.growthPctAt100KmH'),
  }),
  body: oneOf(BODIES),
  widthMm: number('car.widthMm'),
  heightMm: number('car.heightMm'),
  ...optional('car', 'driveEfficiency', 'dragAreaM2', 'wheelMassG'),
  airflow: oneOf(AIRFLOWS),
};

const NEEDED = ['massKg', 'drive', 'internalRatio', 'tyre', 'body', 'widthMm', 'heightMm'] as const;

export const carSchema = Joi.object<Car, true>({
  name: name.required(),
  ...convertedKeys,
  ...(Object.fromEntries(NEEDED.map((field) => [field, (convertedKeys[field] as Joi.Schema).required()])) as Joi.StrictSchemaMap<
    Pick<Car, (typeof NEEDED)[number]>
  >),
  wheelbaseMm: number('car.wheelbaseMm').required(),
  cgHeightMm: number('car.cgHeightMm').required(),
  ...optional('car', 'frontWeightPct', 'weighedPartsG'),
  chassis: oneOf(CHASSIS),
  bay: baySchema,
  typical: Joi.array().items(name).max(100),
});

const escKeys: Joi.StrictSchemaMap<Omit<Esc, 'name'>> = {
  continuousA: number('esc.continuousA').required(),
  ...optional(
    'esc',
    'burstA',
    'minCells',
    'maxCells',
    'resistanceOhm',
    'massG',
    'cutoffVPerCell',
    'becV',
    'becA',
    'capacitorV',
    'lengthMm',
    'widthMm',
    'heightMm',
  ),
  sensored: Joi.boolean(),
  fan: Joi.boolean(),
};

const packKeys: Joi.StrictSchemaMap<Omit<Pack, 'name'>> = {
  chemistry: oneOf(CHEMISTRIES).required(),
  cells: number('packs.cells').required(),
  capacityAh: number('packs.capacityAh').required(),
  ...optional('packs', 'cRating', 'cellResistanceOhm', 'massG', 'plugA', 'lengthMm', 'widthMm', 'heightMm'),
  plug: name,
  typical: Joi.array()
    .items(oneOf(['cRating']))
    .unique()
    .min(1),
};

/** The schemas of packs by whether they must say how hard they are, with more fields beside their own. */
export const packForms = (more: Joi.SchemaMap = {}): Record<'polymer' | 'cells', Joi.ObjectSchema> => {
  const cells = Joi.object({ ...more, ...packKeys }).with('typical', 'cRating');
  return { polymer: cells.or('cRating', 'cellResistanceOhm'), cells };
};

function packSchema(): Joi.Schema<Pack> {
  const { polymer, cells } = packForms({ name: name.required() });
  return Joi.alternatives().conditional(Joi.ref('.chemistry'), { is: Joi.valid(...POLYMERS).required(), then: polymer, otherwise: cells });
}

/** A corner has a radius, by which its speed follows from the tyres, or a speed. */
export const courseSchema = Joi.object<Course, true>({
  name,
  legs: Joi.array()
    .items(
      Joi.object<Leg, true>({
        fullM: number('run.course.legs.fullM').required(),
        cornerS: number('run.course.legs.cornerS').required(),
        ...optional('run.course.legs', 'radiusM', 'cornerMs', 'brake'),
      }).xor('radiusM', 'cornerMs'),
    )
    .min(1)
    .max(MOST_LEGS)
    .required(),
});

/** An ESC without its name, as the shelf keeps it. */
export const escSpec = Joi.object(escKeys);

const bodyKeys: Joi.StrictSchemaMap<Omit<PlanBody, 'conversion'>> = {
  name: name.required(),
  notes: Joi.string().allow('').max(LONGEST_NOTES),
  motor: motorSchema({ name: name.required() }).required(),
  motorCount: number('motorCount'),
  esc: Joi.object<Esc, true>({ name: name.required(), ...escKeys }).required(),
  packs: Joi.array().items(packSchema()).min(1).max(MOST_PACKS).required(),
  packWiring: oneOf(['series', 'parallel']),
  wiring: Joi.object<NonNullable<PlanBody['wiring']>, true>(optional('wiring', 'resistanceOhm')),
  gearing: Joi.object<Gearing, true>({
    ...optional('gearing', 'pinion', 'spur', 'moduleMm', 'spurModuleMm', 'pinionBoreMm', 'gearboxRatio'),
    typical: Joi.array()
      .items(oneOf(['pinion', 'spur']))
      .unique()
      .min(1),
  })
    .and('pinion', 'spur')
    .required(),
  cooling: Joi.object<Cooling, true>({ motorFans: Joi.number<0 | 1 | 2>().valid(0, 1, 2), motorHeatsink: Joi.boolean() }),
  tow: Joi.object<Tow, true>({ massKg: number('tow.massKg').required(), ...optional('tow', 'rollingResistance') }),
  site: Joi.object<Site, true>({
    surface: oneOf(SURFACES).required(),
    ambientC: number('site.ambientC').required(),
    ...optional('site', 'altitudeM', 'gradePct', 'packC', 'grip', 'rollingResistance', 'straightM', 'radioRangeM'),
  }).required(),
  startCharge: number('startCharge'),
  run: Joi.object<PlannedRun, true>({
    profile: oneOf(PROFILES).required(),
    minutes: number('run.minutes').required(),
    course: courseSchema.when('profile', { is: Joi.valid(...OF_THE_DRIVER).required(), otherwise: Joi.forbidden() }),
  }),
  measured: Joi.array().items(name).max(100),
  limits: Joi.object().pattern(
    oneOf([...FINDING_IDS, ...RETIRED_FINDING_IDS]),
    Joi.object({ caution: Joi.number().min(-LIMIT_SIZE).max(LIMIT_SIZE), stop: Joi.number().min(-LIMIT_SIZE).max(LIMIT_SIZE) }),
  ),
};

const isNeeded = (field: ConvertedField) => NEEDED.some((one) => one === field);

/** A plan's own figures of its car: null takes one away that a car may be without. */
const conversionSchema = Joi.object<Conversion>(
  Object.fromEntries(
    CONVERTED.map((field) => {
      const schema = convertedKeys[field] as Joi.Schema;
      return [field, isNeeded(field) ? schema : schema.allow(null)];
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
