import { DRIVE_HOWS, MOST_PRACTICE_MINUTES, type DriveAsked, type Pointing } from '@puddler/core';
import Joi from 'joi';
import { checkPlanFile } from './check-plan-file';
import type { Checked } from './checked';
import { daySeed, temperatures, wear } from './documents/day/check';
import { checkWith } from './joi-problems';
import { problem } from './problem';
import { planFileSchema } from './plan-schema';
import { number, oneOf } from './schema-words';

/** A drive as the simulated devices are told of it: what was driven, and when it began. */
export interface AskedOfDevices extends DriveAsked {
  /** ISO 8601. */
  at: string;
}

const schema = Joi.object<AskedOfDevices, true>({
  at: Joi.string().isoDate().required(),
  day: Joi.object({ base: planFileSchema.required(), seed: daySeed, set: Joi.number().valid(1, 2, 3) }).required(),
  drive: Joi.object({
    plan: planFileSchema.required(),
    how: oneOf(DRIVE_HOWS).required(),
    capShare: number('capShare'),
    seed: daySeed,
    from: temperatures,
    wornBefore: wear,
  }).required(),
});

/** Checks what a page asks the devices; a plan that would take too long to drive is refused. */
export function checkAskedOfDevices(body: unknown): Checked<AskedOfDevices> {
  const checked = checkWith<AskedOfDevices>(schema, body);
  if (!checked.ok) return checked;
  const plans = [
    ['day.base', checked.value.day.base],
    ['drive.plan', checked.value.drive.plan],
  ] as const;
  for (const [path, file] of plans) {
    const plan = checkPlanFile(file);
    if (!plan.ok) return { ok: false, problems: plan.problems.map((one) => problem(`${path}.${one.path}`, one.value, one.allowed)) };
    const minutes = file.run?.minutes ?? 0;
    if (minutes > MOST_PRACTICE_MINUTES)
      return { ok: false, problems: [problem(`${path}.run.minutes`, minutes, `at most ${MOST_PRACTICE_MINUTES} minutes in practice`)] };
  }
  return checked;
}

/** What a thermometer is pointed at, from a query. */
export interface PointingAsked extends Pointing {
  afterS: number;
}

const pointing = Joi.object<PointingAsked, true>({
  of: oneOf(['can', 'esc', 'pack']).required(),
  afterS: Joi.number().min(0).max(36_000).required(),
  distanceM: Joi.number().min(0.02).max(5).required(),
  matt: Joi.boolean().required(),
});

/** Left out, it is held near, at a matt patch. */
export const checkPointing = (query: object) => checkWith<PointingAsked>(pointing, { distanceM: 0.2, matt: true, ...query });

/** How a track is asked for: places a second, and how many times faster than it was it is told live. */
export interface TrackAsked {
  hz: 1 | 10;
  rate: number;
}

const track = Joi.object<TrackAsked, true>({ hz: Joi.number().valid(1, 10).required(), rate: Joi.number().min(0.1).max(100).required() });

/** Left out, ten times a second, as fast as it was. */
export const checkTrackAsked = (query: object) => checkWith<TrackAsked>(track, { hz: 10, rate: 1, ...query });
