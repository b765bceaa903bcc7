import type { Car, PlannedRun } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';

/** A usual car of its kind: a starting point whose every figure can be changed. */
export interface Template {
  id: string;
  title: string;
  car: Omit<Car, 'name'>;
  plan: Omit<PlanBody, 'name'>;
}

export const inrunner = (diameterMm: number, lengthMm: number, kvRpmPerV: number): PlanBody['motor'] => ({
  name: `${diameterMm}${lengthMm} ${kvRpmPerV} kv`,
  kind: 'brushless',
  form: 'inrunner',
  kvRpmPerV,
  diameterMm,
  lengthMm,
  poles: 4,
});
/** Sensored, as slow cars want them. */
export const outrunner = (statorDiameterMm: number, statorHeightMm: number, kvRpmPerV: number): PlanBody['motor'] => ({
  name: `${statorDiameterMm}${statorHeightMm} ${kvRpmPerV} kv`,
  kind: 'brushless',
  form: 'outrunner',
  kvRpmPerV,
  statorDiameterMm,
  statorHeightMm,
  poles: 14,
  sensored: true,
});
export const lipo = (cells: number, capacityAh: number, cRating: number): PlanBody['packs'] => [
  { name: `${cells}S ${1000 * capacityAh}`, chemistry: 'lipo', cells, capacityAh, cRating, typical: ['cRating'] },
];
export const amps = (continuousA: number): PlanBody['esc'] => ({ name: `${continuousA} A`, continuousA });
export const gears = (pinion: number, spur: number, moduleMm: number): PlanBody['gearing'] => ({ pinion, spur, moduleMm });
export const driven = (surface: PlanBody['site']['surface'], profile: PlannedRun['profile'], minutes: number) => ({
  site: { surface, ambientC: 20 },
  run: { profile, minutes },
});
