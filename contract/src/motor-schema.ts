import type { BrushedMotor, InrunnerMotor, Motor, MotorForm, Nameless, OutrunnerMotor } from '@puddler/core';
import Joi from 'joi';
import type { FieldIn, NameIn } from './fields/catalogue';
import { keysOf, oneOf } from './schema-words';

const is = <Value extends string>(value: Value) => Joi.string<Value>().valid(value).required();

/** Names of the figures that a form of motor has. */
type NameOf<Form extends MotorForm> = {
  [Name in NameIn<'motor'>]: FieldIn<'motor', Name> extends { forms: readonly (infer Only)[] } ? (Form extends Only ? Name : never) : Name;
}[NameIn<'motor'>];

function keysOfForm<Form extends MotorForm>(form: Form) {
  const { name: _, ...keys } = keysOf('motor', form);
  return keys as Pick<typeof keys, Exclude<NameOf<Form>, 'name'>>;
}

/** A no-load point is a current at a voltage: one alone says nothing. */
const withNoLoadPair = <Schema extends Joi.ObjectSchema>(schema: Schema) => schema.and('noLoadCurrentA', 'noLoadVoltageV');

/** The fields of each form of motor without its name: the plan and the shelf both take them from here. */
const brushedKeys: Joi.StrictSchemaMap<Nameless<BrushedMotor>> = { kind: is('brushed'), ...keysOfForm('brushed') };
const inrunnerKeys: Joi.StrictSchemaMap<Nameless<InrunnerMotor>> = { kind: is('brushless'), form: is('inrunner'), ...keysOfForm('inrunner') };
const outrunnerKeys: Joi.StrictSchemaMap<Nameless<OutrunnerMotor>> = { kind: is('brushless'), form: is('outrunner'), ...keysOfForm('outrunner') };

/** The schema of each form, with more fields beside its own. */
export const motorForms = (more: Joi.SchemaMap = {}): Record<MotorForm, Joi.ObjectSchema> => ({
  brushed: withNoLoadPair(Joi.object({ ...more, ...brushedKeys })).or('turns', 'kvRpmPerV'),
  inrunner: withNoLoadPair(Joi.object({ ...more, ...inrunnerKeys })),
  outrunner: withNoLoadPair(Joi.object({ ...more, ...outrunnerKeys })),
});

/** Which form a motor says it is; undefined while it says none that there is. */
export function motorFormName(input: unknown): MotorForm | undefined {
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
