import { PART_SOURCES, PROFILES, SURE_TARGETS, SURFACES, type SearchScope, type SearchQuery } from '@puddler/core';
import Joi from 'joi';
import { checkWith } from '../../joi-problems';
import { name, number, oneOf } from '../../schema-words';
import type { Wish } from './wish';

const source = oneOf(PART_SOURCES).required();
const flag = Joi.boolean().required();

const wishSchema = Joi.object<SearchQuery, true>({
  aim: oneOf(['speed', 'pull']).required(),
  topSpeed: Joi.object({ is: oneOf(['at-least', 'about']).required(), speedMs: number('wish.topSpeed.speedMs').required() }),
  minutes: number('wish.minutes'),
  canC: number('wish.canC'),
  climbPct: number('wish.climbPct'),
  pullN: number('wish.pullN'),
  crawlMs: number('wish.crawlMs'),
  lapS: number('wish.lapS'),
  newMoney: number('wish.newMoney'),
  nearlySure: Joi.array().items(oneOf(SURE_TARGETS)).unique().min(1),
});

const scopeSchema = Joi.object<SearchScope, true>({
  motor: source,
  esc: source,
  pack: source,
  gears: source,
  packPairs: flag,
  twoMotors: flag,
  gearbox: flag,
});

const schema = Joi.object<Wish, true>({
  name: name.required(),
  wish: wishSchema.required(),
  scope: scopeSchema.required(),
  surface: oneOf(SURFACES),
  profile: oneOf(PROFILES),
});

export const checkWish = (body: unknown) => checkWith<Wish>(schema, body);
