import type { Foreseen } from '@puddler/core';
import Joi from 'joi';
import { checkWith } from '../../joi-problems';
import { name, number } from '../../schema-words';
import { MOST_BEGUN_STEPS, MOST_DRIVEN_STEPS, type BegunStep, type LadderProgress, type DrivenStep } from './ladder';

const gears = { pinion: number('gearing.pinion'), spur: number('gearing.spur'), capShare: number('capShare') };
const when = Joi.string().isoDate();
const said = Joi.number().min(-100).max(10_000).required();
const band = Joi.object({ p10: said, p50: said, p90: said }).required();

const foreseen = Joi.object<Foreseen, true>({
  topSpeedMs: band,
  canC: band,
  escC: band,
  packC: band,
  packA: band,
  windingOverCanK: said,
  ambientC: said,
});

const step = Joi.object<DrivenStep, true>({
  id: name.required(),
  at: when.required(),
  stoppedAt: when,
  runId: name.required(),
  foreseen: foreseen.required(),
  cutOff: Joi.boolean().valid(true),
  smell: Joi.boolean().valid(true),
  noise: Joi.boolean().valid(true),
  ...gears,
});

const schema = Joi.object<LadderProgress, true>({
  steps: Joi.array().items(step).unique('id').max(MOST_DRIVEN_STEPS).required(),
  begun: Joi.array()
    .items(Joi.object<BegunStep, true>({ topSpeedMs: said, canC: said, ...gears }))
    .max(MOST_BEGUN_STEPS),
  targetMs: number('today.topSpeedMs'),
  ownedOnly: Joi.boolean().valid(true),
  hasPatch: Joi.boolean(),
  readyC: number('ladder.readyC'),
});

export const checkLadder = (body: unknown) => checkWith<LadderProgress>(schema, body);
