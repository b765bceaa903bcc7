import equal from 'fast-deep-equal';
import { givenCRating } from './pack-rating';
import type { Esc, Motor, Pack, PlanFile } from './plan-file';

/** Parts are the same when the figures are by which they are bought; their names are only names. */

/** By kind, size, and kv or turns. */
export const isSameMotor = (a: Motor, b: Motor | undefined): boolean => b !== undefined && equal(motorFigures(a), motorFigures(b));

type Driven = Pick<PlanFile, 'motor' | 'esc'>;

/** Whether a car keeps its ESC: one that drove a brushed motor drives no brushless one, whatever its figures. */
export const keepsEsc = (plan: Driven, before: Driven | undefined): boolean =>
  before !== undefined && plan.motor.kind === before.motor.kind && isSameEsc(plan.esc, before.esc);

/** By amps and cells. */
const isSameEsc = (a: Esc, b: Esc): boolean =>
  a.continuousA === b.continuousA && a.burstA === b.burstA && a.maxCells === b.maxCells && a.minCells === b.minCells;

/** By cells, capacity and what it can give. */
export const isSamePack = (a: Pack, b: Pack): boolean =>
  a.chemistry === b.chemistry && a.cells === b.cells && a.capacityAh === b.capacityAh && givenCRating(a) === givenCRating(b);

function motorFigures(motor: Motor): unknown[] {
  if (motor.kind === 'brushed') return [motor.kind, motor.sizeClass, motor.turns, motor.kvRpmPerV];
  const size = motor.form === 'inrunner' ? [motor.diameterMm, motor.lengthMm] : [motor.statorDiameterMm, motor.statorHeightMm];
  return [motor.kind, motor.form, motor.kvRpmPerV, motor.poles, motor.sensored ?? false, ...size];
}
