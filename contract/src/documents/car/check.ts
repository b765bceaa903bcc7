import { UPKEEP, type UpkeepId } from '@puddler/core';
import Joi from 'joi';
import { fileRefKeys, uuid } from '../../joi-parts';
import { checkWith } from '../../joi-problems';
import { carSchema, courseSchema } from '../../plan-schema';
import { name, number } from '../../schema-words';
import { MOST_COURSES, MOST_PHOTOS, type Bench, type CarBody, type OldRadio, type Today, type UpkeepDone } from './car';

const benchSchema = Joi.object<Bench, true>({
  stockPlanId: uuid,
  today: Joi.object<Today, true>({ topSpeedMs: number('today.topSpeedMs'), canC: number('today.canC') }).min(1),
  radio: Joi.object<OldRadio, true>({ inEsc: Joi.boolean(), failsafe: Joi.boolean() }).min(1),
  photos: Joi.array()
    .items(Joi.object({ ...fileRefKeys, caption: name }))
    .unique('hash')
    .max(MOST_PHOTOS),
  practice: Joi.boolean().valid(true),
  demo: Joi.boolean().valid(true),
  upkeep: Joi.array()
    .items(
      Joi.object<UpkeepDone, true>({
        id: Joi.string<UpkeepId>()
          .valid(...UPKEEP)
          .required(),
        at: Joi.string().isoDate().required(),
      }),
    )
    .unique('id')
    .max(UPKEEP.length),
  courses: Joi.array()
    .items(courseSchema.fork('name', (own) => own.required()))
    .unique('name')
    .max(MOST_COURSES),
});

const schema = Joi.object<CarBody, true>({ car: carSchema.required(), bench: benchSchema.required() });

export const checkCarBody = (body: unknown) => checkWith<CarBody>(schema, body);
