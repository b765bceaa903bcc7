import type { Airflow, Body, Car, DriveKind, Site, Surface } from '../plan/plan-file';
import type { ProvenanceLog } from '../plan/provenance';
import { wordFor } from '../plan/words';
import { GRAVITY_MS2, ZERO_C_IN_K } from './constants';

/** Grip µ and rolling resistance of each surface, docs/model.md section 2. */
const SURFACE_TABLE: Record<Surface, { grip: number; rolling: number }> = {
  tarmac: { grip: 1.3, rolling: 0.035 },
  carpet: { grip: 1.2, rolling: 0.045 },
  'packed-dirt': { grip: 0.75, rolling: 0.06 },
  'loose-dirt': { grip: 0.55, rolling: 0.09 },
  grass: { grip: 0.6, rolling: 0.15 },
  gravel: { grip: 0.55, rolling: 0.1 },
  sand: { grip: 0.5, rolling: 0.25 },
  snow: { grip: 0.3, rolling: 0.15 },
  rock: { grip: 0.9, rolling: 0.08 },
};

/** Drag coefficient on width × height, wheels, underbody and lift included. */
const DRAG_COEFFICIENT: Record<Body, number> = {
  streamliner: 1.0,
  saloon: 1.0,
  buggy: 1.1,
  trail: 1.1,
  tracked: 1.1,
  truggy: 1.15,
  monster: 1.15,
  'short-course': 1.25,
};

const DRIVE_EFFICIENCY: Record<DriveKind, number> = { rwd: 0.9, fwd: 0.9, '4wd-shaft': 0.87, '4wd-belt': 0.88, tracked: 0.75, direct: 0.98 };
/** “usual where the motor drives …”. */
const DRIVEN_WORDS: Record<DriveKind, string> = {
  rwd: 'the rear wheels',
  fwd: 'the front wheels',
  '4wd-shaft': 'all four by a shaft',
  '4wd-belt': 'all four by a belt',
  tracked: 'tracks',
  direct: 'the axle itself',
};
const BUSHING_LOSS = 0.04;
/** Air that reaches the motor, as a share of the car's speed. */
const VENT_SHARE: Record<Airflow, number> = { closed: 0.06, vented: 0.15, open: 0.35 };

export type GripLimit = 'grip' | 'wheelie';

/** The car as the road sees it. SI units. */
export interface ResolvedCar {
  drive: DriveKind;
  massKg: number;
  driveEfficiency: number;
  internalRatio: number;
  tyreDiameterM: number;
  /** Share by which the tyre has grown at 100 km/h. */
  tyreGrowth: number;
  dragAreaM2: number;
  wheelbaseM: number;
  cgHeightM: number;
  frontShare: number;
  wheelMassKg: number;
  ventShare: number;
}

/** The place. */
export interface ResolvedSite {
  grip: number;
  rollingResistance: number;
  airDensityKgM3: number;
  ambientC: number;
  packC: number;
  /** Rise over run. */
  grade: number;
}

const FOLLOWS = 'the car’s weight, with the motor, ESC and pack of this plan in the place of those that were in it';

/** Fills what the car leaves out; `massKg` is what it weighs with the plan's parts. */
export function resolveCar(car: Car, massKg: number, log: ProvenanceLog): ResolvedCar {
  for (const field of ['internalRatio', 'wheelbaseMm', 'cgHeightMm'] as const) log.given(`car.${field}`, 'measured', car[field]);
  log.given('car.massKg', 'measured', massKg, car.weighedPartsG === undefined ? undefined : FOLLOWS);
  log.given('car.tyre.diameterMm', 'measured', car.tyre.diameterMm);
  const widthM = car.widthMm / 1000;
  const heightM = car.heightMm / 1000;
  return {
    drive: car.drive,
    massKg,
    driveEfficiency: log.take(
      'car.driveEfficiency',
      car.driveEfficiency,
      'measured',
      `usual where the motor drives ${DRIVEN_WORDS[car.drive]}${car.bearings === 'bushing' ? ', on bushings' : ''}`,
      () => DRIVE_EFFICIENCY[car.drive] - (car.bearings === 'bushing' ? BUSHING_LOSS : 0),
    ),
    internalRatio: car.internalRatio,
    tyreDiameterM: car.tyre.diameterMm / 1000,
    tyreGrowth: log.take('car.tyre.growthPctAt100KmH', car.tyre.growthPctAt100KmH, 'measured', 'none', () => 0) / 100,
    dragAreaM2: log.take(
      'car.dragAreaM2',
      car.dragAreaM2,
      'measured',
      `width × height × ${DRAG_COEFFICIENT[car.body]} for a ${wordFor(car.body)} body`,
      () => DRAG_COEFFICIENT[car.body] * widthM * heightM,
    ),
    wheelbaseM: car.wheelbaseMm / 1000,
    cgHeightM: car.cgHeightMm / 1000,
    frontShare: log.take('car.frontWeightPct', car.frontWeightPct, 'measured', 'half the weight in front', () => 50) / 100,
    wheelMassKg: log.take('car.wheelMassG', car.wheelMassG, 'measured', 'wheels not weighed', () => 0) / 1000,
    ventShare: VENT_SHARE[log.take('car.airflow', car.airflow, 'measured', 'vented body', () => 'vented' as const)],
  };
}

/** Fills what the site leaves out. */
export function resolveSite(site: Site, log: ProvenanceLog): ResolvedSite {
  const usual = SURFACE_TABLE[site.surface];
  const altitudeM = log.take('site.altitudeM', site.altitudeM, 'measured', 'sea level', () => 0);
  const pressurePa = 101_325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588;
  return {
    grip: log.take('site.grip', site.grip, 'measured', `usual for ${wordFor(site.surface)}`, () => usual.grip),
    rollingResistance: log.take(
      'site.rollingResistance',
      site.rollingResistance,
      'measured',
      `usual for ${wordFor(site.surface)}`,
      () => usual.rolling,
    ),
    airDensityKgM3: pressurePa / (287.05 * (site.ambientC + ZERO_C_IN_K)),
    ambientC: site.ambientC,
    packC: log.take('site.packC', site.packC, 'measured', 'as warm as the air', () => site.ambientC),
    grade: log.take('site.gradePct', site.gradePct, 'measured', 'level', () => 0) / 100,
  };
}

/** Most drive force the tyres pass or the front allows before it lifts [N], and which of the two it is. */
export function gripLimit(car: ResolvedCar, grip: number): { forceN: number; limit: GripLimit } {
  const weight = car.massKg * GRAVITY_MS2;
  const transfer = (grip * car.cgHeightM) / car.wheelbaseM;
  const wheelieN = (weight * car.frontShare * car.wheelbaseM) / car.cgHeightM;
  const gripN = ((): number => {
    switch (car.drive) {
      case '4wd-shaft':
      case '4wd-belt':
      case 'tracked':
        return grip * weight;
      case 'fwd':
        return (grip * weight * car.frontShare) / (1 + transfer);
      case 'rwd':
      case 'direct':
        // From here on more drive only loads the rear further: the tyres never let go first.
        return transfer >= 1 ? Infinity : (grip * weight * (1 - car.frontShare)) / (1 - transfer);
    }
  })();
  return wheelieN < gripN ? { forceN: wheelieN, limit: 'wheelie' } : { forceN: gripN, limit: 'grip' };
}

/** Most brake force of the driven axles [N]. */
export function brakeLimitN(car: ResolvedCar, grip: number): number {
  const weight = car.massKg * GRAVITY_MS2;
  const transfer = (grip * car.cgHeightM) / car.wheelbaseM;
  switch (car.drive) {
    case '4wd-shaft':
    case '4wd-belt':
    case 'tracked':
      return grip * weight;
    case 'fwd':
      return transfer >= 1 ? grip * weight : Math.min(grip * weight, (grip * weight * car.frontShare) / (1 - transfer));
    case 'rwd':
    case 'direct':
      return (grip * weight * (1 - car.frontShare)) / (1 + transfer);
  }
}
