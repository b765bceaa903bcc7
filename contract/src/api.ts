import type { Car } from '@puddler/core';
import Joi from 'joi';
import type { Checked, PlanBody } from './plan-file';
import { joiProblems } from './joi-problems';

/** A car as kept: `version` counts its writes, from 1. Times are ISO 8601. */
export interface CarDoc {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  car: Car;
}

/** A plan as kept; it belongs to a car. */
export interface PlanDoc {
  id: string;
  carId: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  plan: PlanBody;
}

export interface Garage {
  cars: CarDoc[];
  plans: PlanDoc[];
}

/** Writing a car: `base` is the version it was based on, 0 for a new one. */
export interface CarWrite {
  base: number;
  car: Car;
}

export interface PlanWrite {
  base: number;
  carId: string;
  plan: PlanBody;
}

/** Deleting or restoring: the version that was seen. */
export interface VersionOnly {
  base: number;
}

/** What an import made: the car it found or made, and the new plan. */
export interface Imported {
  car: CarDoc;
  plan: PlanDoc;
}

const base = Joi.number().integer().min(0).required();
const document = Joi.object().unknown().required();

const carWriteSchema = Joi.object({ base, car: document });
const planWriteSchema = Joi.object({ base, carId: Joi.string().guid().required(), plan: document });
const versionOnlySchema = Joi.object({ base });
const idSchema = Joi.string().guid().required();

function check<T>(schema: Joi.Schema, input: unknown): Checked<T> {
  const problems = joiProblems(schema, input);
  return problems.length === 0 ? { ok: true, value: input as T } : { ok: false, problems };
}

/** The envelope of a car write; its car is checked by checkCar. */
export const checkCarWrite = (input: unknown) => check<{ base: number; car: unknown }>(carWriteSchema, input);
/** The envelope of a plan write; its plan is checked by checkPlanBody with the car. */
export const checkPlanWrite = (input: unknown) => check<{ base: number; carId: string; plan: unknown }>(planWriteSchema, input);
export const checkVersionOnly = (input: unknown) => check<VersionOnly>(versionOnlySchema, input);
export const checkId = (input: unknown) => check<string>(idSchema, input);
