import { compact } from '../compact';
import equal from 'fast-deep-equal';
import { massOfPartsG } from './mass';
import { isOfCar, pathInCar, withEdits, withField, type PlanEdit } from '../plan/edits';
import { CONVERTED, type Car, type Conversion, type ConvertedField, type PlanBody, type PlanFile } from '../plan/plan-file';
import type { CarPath, FigurePath } from '../plan/figure-path';

/**
 * A car and what a plan changes on it, kept apart: the car as bought stands once, and each plan has the figures that its
 * conversion gives the car (docs/model.md section 2). A plan file holds the car as the plan has it, ready to be computed with.
 */

const GROUP = /^[^.[]+/;
const fieldOf = (path: CarPath): keyof Car => GROUP.exec(path)![0] as keyof Car;
const isConverted = (field: string): field is ConvertedField => CONVERTED.some((one) => one === field);

/** Whether a conversion may change a figure of the car, so that it can be a plan's own. */
export const mayConvert = (path: FigurePath): boolean => isOfCar(path) && isConverted(fieldOf(pathInCar(path)));

/**
 * Joins a car and one of its plans into a plan file. `asBought` is the plan that is the car as bought, where there is one: the
 * weight of another plan follows from the parts that it has instead. Pass the same object to join that plan itself.
 */
export function planFileOf(car: Car, plan: PlanBody, asBought?: PlanBody): PlanFile {
  const { name, notes, conversion, ...rest } = plan;
  const own = convertedCar(car, conversion, asBought && asBought !== plan ? asBought : undefined);
  return {
    format: 'puddler-plan',
    version: 1,
    name,
    ...compact({ notes }),
    car: own,
    ...(own === car ? {} : { converted: { from: car, figures: Object.keys(conversion ?? {}) as ConvertedField[] } }),
    ...rest,
  };
}

/** The car with a plan's own figures; the car itself where there are none and its weight does not follow other parts. */
function convertedCar(car: Car, conversion: Conversion | undefined, asBought: PlanBody | undefined): Car {
  const weighedPartsG = conversion?.massKg ? undefined : (car.weighedPartsG ?? (asBought && massOfPartsG(asBought)));
  if (!conversion && weighedPartsG === car.weighedPartsG) return car;
  const { weighedPartsG: _weighed, typical, ...kept } = car;
  const own: Record<string, unknown> = { ...kept };
  for (const [field, value] of Object.entries(conversion ?? {})) {
    if (value === null) delete own[field];
    else own[field] = value;
  }
  const stillTypical = typical?.filter((path) => conversion?.[fieldOf(path as CarPath) as ConvertedField] === undefined);
  return {
    ...(own as unknown as Car),
    ...compact({ weighedPartsG }),
    ...(stillTypical?.length ? { typical: stillTypical } : {}),
  };
}

/**
 * Takes a plan file apart: the car as bought, and the plan with the figures that it changes. With `car` given, the plan is made one
 * of that car: whatever differs from it becomes the plan's own.
 */
export function splitPlanFile(file: PlanFile, car: Car = file.converted?.from ?? file.car): { car: Car; plan: PlanBody } {
  const { format: _format, version: _version, car: own, converted, learned: _learned, ...plan } = file;
  const conversion = conversionOf(own, car, converted?.figures);
  return { car, plan: conversion ? { ...plan, conversion } : plan };
}

function conversionOf(own: Car, car: Car, figures: readonly ConvertedField[] = []): Conversion | undefined {
  const changed = CONVERTED.filter((field) => figures.includes(field) || !equal(own[field], car[field]));
  return changed.length > 0 ? Object.fromEntries(changed.map((field) => [field, own[field] ?? null])) : undefined;
}

/** A car, one of its plans, and the plan that is the car as bought; the same object when it is that plan itself. */
export interface CarAndPlan {
  car: Car;
  plan: PlanBody;
  asBought?: PlanBody | undefined;
}

/**
 * A plan file that was changed, taken apart: what a conversion changes on the car becomes the plan's own, the rest of the car is
 * the car's. Changes of the car as bought are the car's alone. The car is the same object while nothing of it changed.
 */
export function takenApart({ car, plan, asBought }: CarAndPlan, after: PlanFile): { car: Car; plan: PlanBody } {
  const before = planFileOf(car, plan, asBought).car;
  const { format: _format, version: _version, car: own, converted: _converted, learned: _learned, ...rest } = after;
  const next: Record<string, unknown> = { ...car };
  const conversion: Record<string, unknown> = { ...plan.conversion };
  const ofPlan = (field: string): field is ConvertedField => asBought !== plan && isConverted(field);
  for (const field of new Set([...Object.keys(before), ...Object.keys(own)]) as Set<keyof Car>) {
    if (field === 'typical' || field === 'weighedPartsG' || equal(before[field], own[field])) continue;
    if (!ofPlan(field)) next[field] = own[field];
    else if (field !== 'massKg' && equal(own[field], car[field])) delete conversion[field];
    else conversion[field] = own[field] ?? null;
  }
  // A weight that no longer follows was weighed, also when it comes out the same.
  if (ofPlan('massKg') && before.weighedPartsG !== undefined && own.weighedPartsG === undefined) conversion['massKg'] = own.massKg;
  const settled = (before.typical ?? []).filter((path) => !own.typical?.includes(path) && !ofPlan(fieldOf(path as CarPath)));
  if (settled.length > 0) next['typical'] = car.typical!.filter((path) => !settled.includes(path));
  if ((next['typical'] as string[] | undefined)?.length === 0) delete next['typical'];
  for (const field of Object.keys(next)) if (next[field] === undefined) delete next[field];
  if (asBought === plan && before.massKg !== own.massKg) delete next['weighedPartsG'];
  const changed = Object.keys(conversion).length > 0 ? { ...rest, conversion: conversion as Conversion } : rest;
  return { car: equal(next, car) ? car : (next as unknown as Car), plan: changed };
}

/** Edits taken apart: the car with its own, and the plan with the others. */
export const editedApart = (held: CarAndPlan, edits: readonly PlanEdit[]): { car: Car; plan: PlanBody } =>
  takenApart(held, withEdits(planFileOf(held.car, held.plan, held.asBought), edits));

/** The plan with a figure of the car as bought again; its weight follows its parts again. */
export function asBoughtAgain(plan: PlanBody, path: FigurePath): PlanBody {
  const { conversion, ...rest } = plan;
  const { [fieldOf(pathInCar(path as `car.${CarPath}`)) as ConvertedField]: _own, ...others } = conversion ?? {};
  return Object.keys(others).length > 0 ? { ...rest, conversion: others } : rest;
}

/** What the plan file itself says of a figure: nothing of a weight that follows its parts. */
export const isFollowing = (file: PlanFile, path: FigurePath): boolean => path === 'car.massKg' && file.car.weighedPartsG !== undefined;

/** The plan file driven directly, with the ratio that is left between motor and wheel; `onAxle` when the motor sits on the axle. */
export function madeDirect(file: PlanFile, ratioLeft: number, onAxle: boolean): PlanFile {
  const { pinion: _pinion, spur: _spur, ...gearing } = file.gearing;
  const car: PlanEdit[] = [
    { path: 'car.internalRatio', value: ratioLeft },
    ...(onAxle
      ? ([
          { path: 'car.drive', value: 'direct' },
          { path: 'car.driveEfficiency', value: undefined },
        ] as const)
      : []),
  ];
  return withEdits({ ...file, gearing }, car);
}

/** A plan file that gets gears again has the drive and the ratio of the car as bought again. */
export function madeGeared(file: PlanFile, path: 'gearing.pinion' | 'gearing.spur', teeth: number): PlanFile {
  const geared = withField(file, path, teeth);
  const from = file.converted?.from;
  if (file.gearing.pinion !== undefined || !from) return geared;
  const { internalRatio, drive, driveEfficiency } = from;
  return withEdits(geared, [
    { path: 'car.internalRatio', value: internalRatio },
    ...(geared.car.drive === 'direct'
      ? ([
          { path: 'car.drive', value: drive },
          { path: 'car.driveEfficiency', value: driveEfficiency },
        ] as const)
      : []),
  ]);
}
