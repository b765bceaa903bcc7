import type { Car, Part } from '@puddler/core';
import Joi from 'joi';
import type { Bench } from './bench';
import { benchSchema } from './bench-schema';
import { joiProblems } from './joi-problems';
import type { Checked, PlanBody } from './plan-file';

/** What every kept document has: `version` counts its writes, from 1. Times are ISO 8601. */
interface Doc {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
}

/** A car as kept, with what the bench notes of it. */
export interface CarDoc extends Doc {
  car: Car;
  bench: Bench;
}

/** A plan as kept; it belongs to a car. */
export interface PlanDoc extends Doc {
  carId: string;
  plan: PlanBody;
}

/** A part on the shelf as kept. */
export interface PartDoc extends Doc {
  part: Part;
}

export interface Garage {
  cars: CarDoc[];
  plans: PlanDoc[];
}

export interface Shelf {
  parts: PartDoc[];
}

/** Writing a car: `base` is the version it was based on, 0 for a new one. */
export interface CarWrite {
  base: number;
  car: Car;
  bench: Bench;
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

/** One part to write, or with null to delete; a part that was deleted comes back by being written. */
export interface PartWrite {
  id: string;
  base: number;
  part: Part | null;
}

export interface ShelfWrite {
  writes: PartWrite[];
}

/** What came of each write, in their order. `stale` carries the newer part. */
export type PartWritten =
  { id: string; state: 'written'; version: number } | { id: string; state: 'deleted' } | { id: string; state: 'stale'; current: PartDoc };

export interface ShelfWritten {
  results: PartWritten[];
}

/** What an import made: the car it found or made, and the new plan. */
export interface Imported {
  car: CarDoc;
  plan: PlanDoc;
}

/** Most parts in one write: a whole CSV file. */
export const MOST_PARTS = 20_000;

const base = Joi.number().integer().min(0).required();
const document = Joi.object().unknown().required();

const carWriteSchema = Joi.object({ base, car: document, bench: benchSchema });
const planWriteSchema = Joi.object({ base, carId: Joi.string().guid().required(), plan: document });
const versionOnlySchema = Joi.object({ base });
const idSchema = Joi.string().guid().required();

function check<T>(schema: Joi.Schema, input: unknown): Checked<T> {
  const problems = joiProblems(schema, input);
  return problems.length === 0 ? { ok: true, value: input as T } : { ok: false, problems };
}

/** The envelope of a car write; its car is checked by checkCar. A write without bench notes keeps those there are. */
export const checkCarWrite = (input: unknown) => check<{ base: number; car: unknown; bench?: Bench }>(carWriteSchema, input);
/** The envelope of a plan write; its plan is checked by checkPlanBody with the car. */
export const checkPlanWrite = (input: unknown) => check<{ base: number; carId: string; plan: unknown }>(planWriteSchema, input);
export const checkVersionOnly = (input: unknown) => check<VersionOnly>(versionOnlySchema, input);
export const checkId = (input: unknown) => check<string>(idSchema, input);
