import { PRESS_MATERIALS, type FitChoices } from '@puddler/core';
import Joi from 'joi';
import { LONGEST_NOTES } from '../../document-limits';
import { day, fileRefKeys } from '../../joi-parts';
import { checkWith } from '../../joi-problems';
import { name, number, oneOf } from '../../schema-words';
import { MOST_PHOTOS } from '../car/car';
import { MOST_STEPS, type Fitting, type SettingNote, type StepNote } from './fitting';

const step = Joi.object<StepNote, true>({
  id: name.required(),
  done: Joi.object({ at: Joi.string().isoDate().required(), of: Joi.string().allow('').max(LONGEST_NOTES).required() }),
  note: Joi.string().min(1).max(LONGEST_NOTES),
  reading: number('steps.reading'),
});

const setting = Joi.object<SettingNote, true>({ id: name.required(), before: name, after: name, on: day });

const choices = Joi.object<FitChoices, true>({
  allInOne: Joi.boolean(),
  mirrored: Joi.boolean(),
  pinionOf: oneOf(PRESS_MATERIALS),
  plateMm: number('choices.plateMm'),
});

const schema = Joi.object<Fitting, true>({
  choices: choices.required(),
  steps: Joi.array().items(step).unique('id').max(MOST_STEPS).required(),
  photos: Joi.array()
    .items(Joi.object({ ...fileRefKeys, step: name.required() }))
    .unique('hash')
    .max(MOST_PHOTOS)
    .required(),
  settings: Joi.array().items(setting).unique('id').max(MOST_STEPS).required(),
});

export const checkFitting = (body: unknown) => checkWith<Fitting>(schema, body);
