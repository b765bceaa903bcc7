import { isLearnable, type LearnedFigures } from '@puddler/core';
import Joi from 'joi';
import { LONGEST_NAME } from './document-limits';
import { name } from './schema-words';

/** Figures that runs may teach of one car with all its parts. */
const MOST_FIGURES = 120;
const MOST_FROM = 500;
/** A path and the name of a part. */
const LONGEST_KEY = LONGEST_NAME + 60;
const WIDEST = 5;

export const learnedSchema = Joi.object<LearnedFigures, true>({
  from: Joi.array().items(name).min(1).max(MOST_FROM).required(),
  figures: Joi.array()
    .items(
      Joi.object<LearnedFigures['figures'][number], true>({
        key: Joi.string().min(1).max(LONGEST_KEY).required(),
        ln: Joi.number().min(-WIDEST).max(WIDEST).required(),
        before: Joi.number().greater(0).max(WIDEST).required(),
      }),
    )
    .unique('key')
    .min(1)
    .max(MOST_FIGURES)
    .required(),
  covariance: Joi.array()
    .items(Joi.number())
    .max((MOST_FIGURES * (MOST_FIGURES + 1)) / 2)
    .required(),
}).custom((learned: LearnedFigures, helpers) => (isLearnable(learned) ? learned : helpers.error('covariance')));
