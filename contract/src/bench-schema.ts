import { PART_SOURCES, PROFILES, SURFACES } from '@puddler/core';
import Joi from 'joi';
import { MOST_PHOTOS, MOST_SEARCHES, type Bench } from './bench';
import { name, number, oneOf } from './plan-schema';

const source = oneOf(PART_SOURCES).required();
const flag = Joi.boolean().required();

const searchSchema = Joi.object({
  id: Joi.string().guid().required(),
  name: name.required(),
  wish: Joi.object({
    aim: oneOf(['speed', 'pull']).required(),
    topSpeed: Joi.object({ is: oneOf(['at-least', 'about']).required(), speedMs: number('wish.topSpeed.speedMs').required() }),
    minutes: number('wish.minutes'),
    canC: number('wish.canC'),
    climbPct: number('wish.climbPct'),
    pullN: number('wish.pullN'),
    crawlMs: number('wish.crawlMs'),
    newMoney: number('wish.newMoney'),
  }).required(),
  scope: Joi.object({ motor: source, esc: source, pack: source, gears: source, packPairs: flag, twoMotors: flag, gearbox: flag }).required(),
  surface: oneOf(SURFACES),
  profile: oneOf(PROFILES),
});

export const benchSchema = Joi.object<Bench>({
  stockPlanId: Joi.string().guid(),
  today: Joi.object({ topSpeedMs: number('today.topSpeedMs').required(), canC: number('today.canC') }),
  photos: Joi.array()
    .items(Joi.object({ id: Joi.string().guid().required(), caption: name }))
    .max(MOST_PHOTOS),
  searches: Joi.array().items(searchSchema).max(MOST_SEARCHES),
});
