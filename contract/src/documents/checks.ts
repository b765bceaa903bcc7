import { checkCarBody } from './car/check';
import { checkDay } from './day/check';
import { checkFitting } from './fitting/check';
import type { CheckBody } from './kind';
import { checkPart } from './part/check';
import { checkPlanOfCar } from './plan/check';
import { checkPurchase } from './purchase/check';
import { checkLearned } from './learned/check';
import { checkLadder } from './ladder/check';
import { checkCarRun } from './run/check';
import { checkWish } from './wish/check';
import type { KindName } from './kinds';

/** The validator of each kind. They stand apart from the kinds themselves because the page's first load does without Joi. */
const CHECKS = {
  car: checkCarBody,
  plan: checkPlanOfCar,
  wish: checkWish,
  purchase: checkPurchase,
  fitting: checkFitting,
  ladder: checkLadder,
  run: checkCarRun,
  learned: checkLearned,
  day: checkDay,
  part: checkPart,
};

/** Checks a body of any kind; `parent` is the body of its parent, undefined where the kind has none. */
export const checkBody = (kind: KindName): CheckBody<unknown, unknown> => CHECKS[kind] as CheckBody<unknown, unknown>;
