import { SIZE_CLASSES, type BrushedMotor, type InrunnerMotor, type Motor, type Nameless, type OutrunnerMotor } from '@puddler/core';
import Joi from 'joi';
import { number, oneOf, optional } from './schema-words';

const is = <Value extends string>(value: Value) => Joi.string<Value>().valid(value).required();

/** What may be printed on any motor. */
const label = {
  ...optional('motor', 'resistanceOhm', 'noLoadCurrentA', 'noLoadVoltageV', 'massG', 'shaftMm', 'maxRpm', 'maxCells'),
  ...optional('motor', 'rotorInertiaKgM2', 'mountCircleMm', 'threadDepthMm'),
};
const brushless = {
  kind: is('brushless'),
  kvRpmPerV: number('motor.kvRpmPerV').required(),
  poles: number('motor.poles').multiple(2),
  sensored: Joi.boolean(),
  commutationLagUs: number('motor.commutationLagUs'),
  ...label,
};

/** A no-load point is a current at a voltage: one alone says nothing. */
const withNoLoadPair = <Schema extends Joi.ObjectSchema>(schema: Schema) => schema.and('noLoadCurrentA', 'noLoadVoltageV');

/** The fields of each form of motor without its name: the plan and the shelf both take them from here. */
const brushedKeys: Joi.StrictSchemaMap<Nameless<BrushedMotor>> = {
  kind: is('brushed'),
  sizeClass: oneOf(SIZE_CLASSES).required(),
  turns: number('motor.turns'),
  kvRpmPerV: number('motor.kvRpmPerV'),
  ...label,
};
const inrunnerKeys: Joi.StrictSchemaMap<Nameless<InrunnerMotor>> = {
  ...brushless,
  form: is('inrunner'),
  diameterMm: number('motor.diameterMm').required(),
  lengthMm: number('motor.lengthMm').required(),
};
const outrunnerKeys: Joi.StrictSchemaMap<Nameless<OutrunnerMotor>> = {
  ...brushless,
  form: is('outrunner'),
  statorDiameterMm: number('motor.statorDiameterMm').required(),
  statorHeightMm: number('motor.statorHeightMm').required(),
};

export type MotorFormName = 'brushed' | 'inrunner' | 'outrunner';

/** The schema of each form, with more fields beside its own. */
export const motorForms = (more: Joi.SchemaMap = {}): Record<MotorFormName, Joi.ObjectSchema> => ({
  brushed: withNoLoadPair(Joi.object({ ...more, ...brushedKeys })).or('turns', 'kvRpmPerV'),
  inrunner: withNoLoadPair(Joi.object({ ...more, ...inrunnerKeys })),
  outrunner: withNoLoadPair(Joi.object({ ...more, ...outrunnerKeys })),
});

/** Which form a motor says it is; undefined while it says none that there is. */
export function motorFormName(input: unknown): MotorFormName | undefined {
  const { kind, form } = (input ?? {}) as { kind?: unknown; form?: unknown };
  if (kind === 'brushed') return 'brushed';
  return kind === 'brushless' && (form === 'inrunner' || form === 'outrunner') ? form : undefined;
}

/** A motor that says no form yet is told what it must say. */
const unnamed = Joi.object({
  kind: oneOf(['brushed', 'brushless']).required(),
  form: Joi.when('kind', { is: Joi.valid('brushless').required(), then: oneOf(['inrunner', 'outrunner']).required() }),
}).unknown();

/** Any motor, by the schema of the form that it says it is. */
export function motorSchema(more: Joi.SchemaMap = {}): Joi.AlternativesSchema<Motor> {
  const forms = motorForms(more);
  return Joi.alternatives().conditional(Joi.ref('.kind'), {
    switch: [
      { is: 'brushed', then: forms.brushed },
      {
        is: 'brushless',
        then: Joi.alternatives().conditional(Joi.ref('.form'), {
          switch: [
            { is: 'inrunner', then: forms.inrunner },
            { is: 'outrunner', then: forms.outrunner },
          ],
          otherwise: unnamed,
        }),
      },
    ],
    otherwise: unnamed,
  });
}
