import Joi from 'joi';
import { checkPlanFile } from '../../check-plan-file';
import { logKeys, runKeys } from '../../check-run-file';
import type { Checked } from '../../checked';
import { fileRefKeys, uuid } from '../../joi-parts';
import { checkWith } from '../../joi-problems';
import { problem } from '../../problem';
import { number } from '../../schema-words';
import { MOST_RUN_LOGS, MOST_RUN_PHOTOS, type CarRun, type KeptLog } from './run';

const log = Joi.object<KeptLog>({
  ...fileRefKeys,
  ...logKeys,
  name: fileRefKeys.name.required(),
  poles: number('motor.poles'),
  place: number('logs.place'),
});

const schema = Joi.object<CarRun>({
  ...runKeys,
  planId: uuid,
  photos: Joi.array().items(Joi.object(fileRefKeys)).unique('hash').max(MOST_RUN_PHOTOS),
  logs: Joi.array().items(log).unique('hash').max(MOST_RUN_LOGS),
  aside: Joi.valid(true),
});

export function checkCarRun(body: unknown): Checked<CarRun> {
  const checked = checkWith<CarRun>(schema, body);
  if (!checked.ok) return checked;
  const plan = checkPlanFile(checked.value.plan);
  return plan.ok ? checked : { ok: false, problems: plan.problems.map((one) => problem(`plan.${one.path}`, one.value, one.allowed)) };
}
