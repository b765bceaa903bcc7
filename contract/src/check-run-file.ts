import { LOG_KINDS, PROFILES, READING_OF, RUN_PURPOSES, SERIES_FIELDS, type RunFile, type Series } from '@puddler/core';
import Joi from 'joi';
import type { Checked } from './checked';
import { LONGEST_NAME, LONGEST_NOTES } from './document-limits';
import { fileRefKeys, hash } from './joi-parts';
import { checkWith } from './joi-problems';
import { checkPlanFile } from './check-plan-file';
import { problem } from './problem';
import { name, number, oneOf } from './schema-words';

/** Samples of a run file: two hours at 50 Hz. */
export const MOST_SAMPLES = 360_000;
const MOST_LIST = 100;

const samples = Joi.array().items(Joi.number().allow(null)).max(MOST_SAMPLES);

const series = Joi.object<Series>({
  timeS: Joi.array().items(Joi.number()).min(2).max(MOST_SAMPLES).required(),
  ...Object.fromEntries(SERIES_FIELDS.map((field) => [field, samples])),
});

/** What a run holds in a file and in the garage alike. */
export const runKeys = {
  name,
  at: Joi.string().isoDate().required(),
  minutes: number('run.minutes'),
  drivenAs: oneOf(PROFILES),
  purpose: oneOf(RUN_PURPOSES),
  notes: Joi.string().allow('').max(LONGEST_NOTES),
  broke: Joi.string().allow('').max(LONGEST_NOTES),
  plan: Joi.object().unknown().meta({ ref: 'plan-file.schema.json' }).required(),
  predicted: Joi.object().pattern(name, Joi.object({ p10: Joi.number().required(), p50: Joi.number().required(), p90: Joi.number().required() })),
  passes: Joi.array()
    .items(Joi.object({ speedMs: number('passes.speedMs').required(), direction: oneOf(['out', 'back']), source: oneOf(['gps', 'radar', 'log']) }))
    .max(MOST_LIST),
  readings: Joi.array()
    .items(Joi.object({ of: oneOf(READING_OF).required(), c: number('readings.c').required(), afterStopS: number('readings.afterStopS') }))
    .max(MOST_LIST),
  current: Joi.object({ settledA: number('current.settledA'), peakA: number('current.peakA'), minPackV: number('current.minPackV') }),
  startC: Joi.object({ can: number('readings.c').required(), esc: number('readings.c'), pack: number('readings.c') }),
  capShare: number('capShare'),
  usedAh: number('usedAh'),
  launch: Joi.object({ to18m3S: number('launch.to18m3S'), to40m2S: number('launch.to40m2S'), peakG: number('launch.peakG') }),
};

/** How a log is read. */
export const logKeys = {
  kind: oneOf(LOG_KINDS).required(),
  columns: Joi.array()
    .items(
      Joi.object({ name: Joi.string().allow('').max(LONGEST_NAME).required(), as: name.required(), unit: Joi.string().allow('').max(20).required() }),
    )
    .max(200),
  shiftS: number('logs.shiftS'),
};

export const runFileSchema = Joi.object<RunFile>({
  format: Joi.valid('puddler-run').required(),
  version: Joi.valid(1).required(),
  ...runKeys,
  photos: Joi.array().items(hash).max(MOST_LIST),
  logs: Joi.array()
    .items(Joi.object({ hash: hash.required(), name: fileRefKeys.name.required(), ...logKeys }))
    .max(MOST_LIST),
  series,
});

/** Checks a run from outside, its plan by the plan file’s own rules. Problems are pathed as in the file. */
export function checkRunFile(input: unknown): Checked<RunFile> {
  const checked = checkWith<RunFile>(runFileSchema, input);
  if (!checked.ok) return checked;
  const plan = checkPlanFile(checked.value.plan);
  if (!plan.ok) return { ok: false, problems: plan.problems.map((one) => problem(`plan.${one.path}`, one.value, one.allowed)) };
  const { series: log } = checked.value;
  if (log) {
    const count = log.timeS.length;
    const unlike = SERIES_FIELDS.find((field) => log[field] && log[field].length !== count);
    if (unlike) return { ok: false, problems: [problem(`series.${unlike}`, log[unlike]!.length, `${count} samples, as many as series.timeS`)] };
    const back = log.timeS.findIndex((time, i) => i > 0 && time < log.timeS[i - 1]!);
    if (back > 0)
      return { ok: false, problems: [problem(`series.timeS[${back}]`, log.timeS[back], `no less than the one before, ${log.timeS[back - 1]}`)] };
  }
  return { ok: true, value: { ...checked.value, plan: plan.value } };
}
