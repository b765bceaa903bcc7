import { DRIVE_HOWS, LOSABLE, type Day, type Drive, type Temperatures, type Wear } from '@puddler/core';
import Joi from 'joi';
import { checkWith } from '../../joi-problems';
import { planFileSchema } from '../../plan-schema';
import { name, number, oneOf } from '../../schema-words';
import { MOST_DRIVES } from './day';

const celsius = Joi.number().min(-60).max(1000).required();
/** At the end of a life it is 1; a step over it is not counted on. */
const share = Joi.number().min(0).max(1000).required();
const seconds = Joi.number().min(0).max(1_000_000).required();
export const daySeed = Joi.number().integer().min(0).max(0xffffffff).required();
export const temperatures = Joi.object<Temperatures, true>({ windingC: celsius, canC: celsius, escC: celsius, packC: celsius }).required();

export const wear = Joi.object<Wear, true>({ windingC: share, canC: share, escC: share, packC: share });

const drive = Joi.object<Drive, true>({
  id: name.required(),
  plan: planFileSchema.required(),
  how: oneOf(DRIVE_HOWS).required(),
  capShare: number('capShare'),
  at: Joi.string().isoDate().required(),
  runId: name.required(),
  seed: daySeed,
  from: temperatures,
  stopped: temperatures,
  seconds,
  topSpeedMs: Joi.number().min(0).max(400).required(),
  windingC: celsius,
  lost: oneOf(LOSABLE),
  wornBefore: wear,
  worn: wear,
});

const schema = Joi.object<Day, true>({
  base: planFileSchema.required(),
  seed: daySeed,
  set: Joi.number().valid(1, 2, 3),
  stoodS: seconds,
  waitedS: seconds,
  drives: Joi.array().items(drive).unique('id').max(MOST_DRIVES).required(),
  over: Joi.boolean().valid(true),
});

export const checkDay = (body: unknown) => checkWith<Day>(schema, body);
