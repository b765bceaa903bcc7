import Joi from 'joi';
import { MOST_PHOTOS, type Bench } from './bench';
import { name, number } from './plan-schema';

export const benchSchema = Joi.object<Bench>({
  stockPlanId: Joi.string().guid(),
  today: Joi.object({ topSpeedMs: number('today.topSpeedMs').required(), canC: number('today.canC') }),
  photos: Joi.array()
    .items(Joi.object({ id: Joi.string().guid().required(), caption: name }))
    .max(MOST_PHOTOS),
});
