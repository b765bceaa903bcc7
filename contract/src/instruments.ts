import { DRIVE_HOWS, MOST_PRACTICE_MINUTES, type DriveAsked, type Pointing } from '@puddler/core';
import Joi from 'joi';
import { checkPlanFile } from './check-plan-file';
import type { Checked } from './checked';
import { daySeed, temperatures } from './documents/day/check';
import { checkWith } from './joi-problems';
import { problem } from './problem';
import { planFileSchema } from './plan-schema';
import { oneOf } from './schema-words';

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
    capShare: Joi.number().min(0.1).max(1),
    seed: daySeed,
    from: temperatures,
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
  distanceM: Joi.number().min(0.02).max(5).default(0.2),
  matt: Joi.boolean().default(true),
});

export const checkPointing = (query: unknown) => checkWith<PointingAsked>(pointing, query);

/** How a track is asked for: places a second, and how many times faster than it was it is told live. */
export interface TrackAsked {
  hz: 1 | 10;
  rate: number;
}

const track = Joi.object<TrackAsked, true>({ hz: Joi.number().valid(1, 10).default(10), rate: Joi.number().min(0.1).max(100).default(1) });

export const checkTrackAsked = (query: unknown) => checkWith<TrackAsked>(track, query);
