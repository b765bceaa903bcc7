import {
  AIRFLOWS,
  BEARINGS,
  BODIES,
  CHEMISTRIES,
  DRIVES,
  FINDING_IDS,
  PROFILES,
  SIZE_CLASSES,
  SURFACES,
  type Car,
  type PlanFile,
} from '@puddler/core';
import Joi from 'joi';
import { LONGEST_NAME, LONGEST_NOTES, MOST_PACKS } from './document-limits';
import { RANGES, type Range, type RangePath } from './ranges';

const LIMIT_SIZE = 1e6;

export function number(path: RangePath): Joi.NumberSchema {
  const range: Range = RANGES[path];
  const schema = Joi.number().min(range.min).max(range.max);
  return range.integer ? schema.integer() : schema;
}

export const oneOf = (values: readonly string[]) => Joi.string().valid(...values);
export const name = Joi.string().min(1).max(LONGEST_NAME);

/** Number fields of one object, all optional, from their ranges. */
export function optional(prefix: string, ...fields: string[]): Record<string, Joi.NumberSchema> {
  return Object.fromEntries(fields.map((field) => [field, number(`${prefix}.${field}` as RangePath)]));
}

export const carSchema = Joi.object<Car>({
  name: name.required(),
  massKg: number('car.massKg').required(),
  drive: oneOf(DRIVES).required(),
  bearings: oneOf(BEARINGS),
  internalRatio: number('car.internalRatio').required(),
  gearboxRatios: Joi.array()
    .items(Joi.object({ name: name.required(), ratio: number('car.gearboxRatios.ratio').required() }))
    .min(1)
    .max(8),
  tyre: Joi.object({
    diameterMm: number('car.tyre.diameterMm').required(),
    growthPctAt100KmH: number('car.tyre.growthPctAt100KmH'),
  }).required(),
  body: oneOf(BODIES).required(),
  widthMm: number('car.widthMm').required(),
  heightMm: number('car.heightMm').required(),
  wheelbaseMm: number('car.wheelbaseMm').required(),
  cgHeightMm: number('car.cgHeightMm').required(),
  ...optional('car', 'driveEfficiency', 'dragAreaM2', 'frontWeightPct', 'wheelMassG'),
  airflow: oneOf(AIRFLOWS),
  bay: Joi.object(
    optional(
      'car.bay',
      'motorDiameterMm',
      'motorLengthMm',
      'escLengthMm',
      'escWidthMm',
      'escHeightMm',
      'packLengthMm',
      'packWidthMm',
      'packHeightMm',
      'meshMinMm',
      'meshMaxMm',
      'spurMin',
      'spurMax',
      'nearestPartMm',
      'mountCircleMm',
      'screwPastPlateMm',
      'pinionBoreMm',
      'moduleMm',
      'receiverMaxV',
      'servoMaxV',
    ),
  ),
});

/** A field that one kind of motor must or may have and the others must not. */
function onlyWhen(key: 'kind' | 'form', is: string, schema: Joi.Schema): Joi.Schema {
  return schema.when(key, { is: Joi.valid(is).required(), otherwise: Joi.forbidden() });
}

const brushless = (schema: Joi.Schema) => onlyWhen('kind', 'brushless', schema);
const brushed = (schema: Joi.Schema) => onlyWhen('kind', 'brushed', schema);
const required = (key: 'kind' | 'form', is: string, schema: Joi.Schema) =>
  schema.when(key, { is: Joi.valid(is).required(), then: Joi.required(), otherwise: Joi.forbidden() });

const motorLabel = {
  ...optional(
    'motor',
    'resistanceOhm',
    'noLoadCurrentA',
    'noLoadVoltageV',
    'massG',
    'shaftMm',
    'maxRpm',
    'maxCells',
    'rotorInertiaKgM2',
    'mountCircleMm',
    'threadDepthMm',
  ),
};
const motorKeys = {
  kind: oneOf(['brushed', 'brushless']).required(),
  sizeClass: required('kind', 'brushed', oneOf(SIZE_CLASSES)),
  turns: brushed(number('motor.turns')),
  kvRpmPerV: number('motor.kvRpmPerV').when('kind', { is: 'brushless', then: Joi.required() }),
  form: required('kind', 'brushless', oneOf(['inrunner', 'outrunner'])),
  diameterMm: required('form', 'inrunner', number('motor.diameterMm')),
  lengthMm: required('form', 'inrunner', number('motor.lengthMm')),
  statorDiameterMm: required('form', 'outrunner', number('motor.statorDiameterMm')),
  statorHeightMm: required('form', 'outrunner', number('motor.statorHeightMm')),
  poles: brushless(number('motor.poles').multiple(2)),
  sensored: brushless(Joi.boolean()),
  commutationLagUs: brushless(number('motor.commutationLagUs')),
  ...motorLabel,
};
const asMotor = (schema: Joi.ObjectSchema) =>
  schema.and('noLoadCurrentA', 'noLoadVoltageV').when('.kind', { is: 'brushed', then: Joi.object().or('turns', 'kvRpmPerV') });

const escKeys = {
  continuousA: number('esc.continuousA').required(),
  ...optional('esc', 'burstA', 'minCells', 'maxCells', 'resistanceOhm', 'massG', 'cutoffVPerCell', 'becV', 'becA', 'lengthMm', 'widthMm', 'heightMm'),
  sensored: Joi.boolean(),
  fan: Joi.boolean(),
};

const packKeys = {
  chemistry: oneOf(CHEMISTRIES).required(),
  cells: number('packs.cells').required(),
  capacityAh: number('packs.capacityAh').required(),
  ...optional('packs', 'cRating', 'cellResistanceOhm', 'massG', 'plugA', 'lengthMm', 'widthMm', 'heightMm'),
  plug: name,
};
const asPack = (schema: Joi.ObjectSchema) =>
  schema
    // A lithium polymer cell without a rating spreads too widely for a guess.
    .when('.chemistry', { is: Joi.valid('lipo', 'lihv'), then: Joi.object().or('cRating', 'cellResistanceOhm') });

const motorSchema = asMotor(Joi.object({ name: name.required(), ...motorKeys }));
const escSchema = Joi.object({ name: name.required(), ...escKeys });
const packSchema = asPack(Joi.object({ name: name.required(), ...packKeys }));

const is = (value: string) => Joi.string().valid(value).required();
const brushlessKeys = {
  kind: is('brushless'),
  kvRpmPerV: number('motor.kvRpmPerV').required(),
  poles: number('motor.poles').multiple(2),
  sensored: Joi.boolean(),
  commutationLagUs: number('motor.commutationLagUs'),
  ...motorLabel,
};
const noLoadPair = (schema: Joi.ObjectSchema) => schema.and('noLoadCurrentA', 'noLoadVoltageV');

/**
 * The same parts as the shelf keeps them: the name stands outside. A schema with conditions takes three times as long as a
 * plain one, and a CSV has thousands of rows, so each form of motor and pack also has one of its own.
 */
export const PART_SPECS = { motor: asMotor(Joi.object(motorKeys)), esc: Joi.object(escKeys), pack: asPack(Joi.object(packKeys)) };
export const PLAIN_SPECS: Record<string, Joi.ObjectSchema> = {
  brushed: noLoadPair(
    Joi.object({
      kind: is('brushed'),
      sizeClass: oneOf(SIZE_CLASSES).required(),
      turns: number('motor.turns'),
      kvRpmPerV: number('motor.kvRpmPerV'),
      ...motorLabel,
    }),
  ).or('turns', 'kvRpmPerV'),
  inrunner: noLoadPair(
    Joi.object({
      ...brushlessKeys,
      form: is('inrunner'),
      diameterMm: number('motor.diameterMm').required(),
      lengthMm: number('motor.lengthMm').required(),
    }),
  ),
  outrunner: noLoadPair(
    Joi.object({
      ...brushlessKeys,
      form: is('outrunner'),
      statorDiameterMm: number('motor.statorDiameterMm').required(),
      statorHeightMm: number('motor.statorHeightMm').required(),
    }),
  ),
  polymer: Joi.object(packKeys).or('cRating', 'cellResistanceOhm'),
  cells: Joi.object(packKeys),
};

const bodyKeys = {
  name: name.required(),
  notes: Joi.string().allow('').max(LONGEST_NOTES),
  motor: motorSchema.required(),
  motorCount: number('motorCount'),
  esc: escSchema.required(),
  packs: Joi.array().items(packSchema).min(1).max(MOST_PACKS).required(),
  packWiring: oneOf(['series', 'parallel']),
  wiring: Joi.object(optional('wiring', 'resistanceOhm')),
  gearing: Joi.object(optional('gearing', 'pinion', 'spur', 'moduleMm', 'spurModuleMm', 'pinionBoreMm', 'gearboxRatio'))
    .and('pinion', 'spur')
    .required(),
  cooling: Joi.object({ motorFans: Joi.number().valid(0, 1, 2), motorHeatsink: Joi.boolean() }),
  tow: Joi.object({ massKg: number('tow.massKg').required(), ...optional('tow', 'rollingResistance') }),
  site: Joi.object({
    surface: oneOf(SURFACES).required(),
    ambientC: number('site.ambientC').required(),
    ...optional('site', 'altitudeM', 'gradePct', 'packC', 'grip', 'rollingResistance', 'straightM', 'radioRangeM'),
  }).required(),
  startCharge: number('startCharge'),
  run: Joi.object({ profile: oneOf(PROFILES).required(), minutes: number('run.minutes').required() }),
  measured: Joi.array().items(name).max(100),
  limits: Joi.object().pattern(
    oneOf(FINDING_IDS),
    Joi.object({ caution: Joi.number().min(-LIMIT_SIZE).max(LIMIT_SIZE), stop: Joi.number().min(-LIMIT_SIZE).max(LIMIT_SIZE) }),
  ),
};

/** A plan without its car, as the server keeps it. */
export const planBodySchema = Joi.object(bodyKeys);

/** The plan file, car and all. */
export const planFileSchema = Joi.object<PlanFile>({
  format: Joi.string().valid('puddler-plan').required(),
  version: Joi.number().valid(1).required(),
  car: carSchema.required(),
  ...bodyKeys,
});
