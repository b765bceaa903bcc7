import type { LearnedFigures } from '@puddler/core';
import { checkWith } from '../../joi-problems';
import { learnedSchema } from '../../learned-schema';

export const checkLearned = (body: unknown) => checkWith<LearnedFigures>(learnedSchema, body);
