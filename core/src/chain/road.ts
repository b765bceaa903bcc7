import type { Airflow, Body, Car, Chassis, DriveKind, ProfileName, Site, Surface } from '../plan/plan-file';
import type { ProvenanceLog } from '../plan/provenance';
import { wordFor } from '../plan/words';
import { GRAVITY_MS2, ZERO_C_IN_K } from './constants';

/** Grip µ, rolling resistance and slip at the limit of grip on each surface, docs/model.md section 2. */
const SURFACE_TABLE: Record<Surface, { grip: number; rolling: number; slip: number }> = {
  tarmac: { grip: 1.3, rolling: 0.035, slip: 0.03 },
  carpet: { grip: 1.2, rolling: 0.045, slip: 0.03 },
  'packed-dirt': { grip: 0.8, rolling: 0.06, slip: 0.15 },
  'loose-dirt': { grip: 0.65, rolling: 0.09, slip: 0.25 },
  grass: { grip: 0.68, rolling: 0.15, slip: 0.2 },
  gravel: { grip: 0.6, rolling: 0.1, slip: 0.25 },
  sand: { grip: 0.5, rolling: 0.25, slip: 0.35 },
  snow: { grip: 0.3, rolling: 0.15, slip: 0.3 },
  rock: { grip: 0.9, rolling: 0.08, slip: 0.1 },
};
/** Tyres that are chosen for the track give this much more grip. */
const RACE_TYRES: Partial<Record<Surface, number>> = { carpet: 1.4, tarmac: 1.1, 'packed-dirt': 1.25 };

/** Drag coefficient on width × height, wheels, underbody and lift included. */
const DRAG_COEFFICIENT: Record<Body, number> = {
  streamliner: 1.0,
  saloon: 1.0,
  buggy: 0.88,
  trail: 0.94,
  tracked: 1.1,
  truggy: 0.92,
  monster: 0.92,
  'short-course': 1.19,
};

const DRIVE_EFFICIENCY: Record<DriveKind, number> = { rwd: 0.93, fwd: 0.93, '4wd-shaft': 0.9, '4wd-belt': 0.91, tracked: 0.75, direct: 0.98 };
/** What bearings, seals and meshes drag without any load, as a share of the car's weight. */
const DRIVELINE_DRAG: Record<DriveKind, number> = { rwd: 0.015, fwd: 0.015, '4wd-shaft': 0.03, '4wd-belt': 0.03, tracked: 0.08, direct: 0.005 };
/** Locked axles and angled shafts of a trail car on four driven wheels. */
const TRAIL_4WD = { efficiency: 0.7, drag: 0.09 };
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
/** A wheel of 113 mm [kg]; others by the power of their diameter. */
const WHEEL_KG = 0.19;
const WHEEL_OF_M = 0.113;
const WHEEL_EXPONENT = 2.3;
/** Cans from here up usually sit on metal [m]. */
const METAL_CHASSIS_FROM_M = 0.04;
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
  chassis: Chassis;
  /** Drag of the drive without load, as a share of the car's weight; none where a measured pull holds it already. */
  drivelineDrag: number;
}

/** The place. */
export interface ResolvedSite {
  grip: number;
  /** How much faster than they roll driving tyres turn at the limit of grip, as a share. */
  slip: number;
  rollingResistance: number;
  airDensityKgM3: number;
  ambientC: number;
  packC: number;
  /** Rise over run. */
  grade: number;
}

const FOLLOWS = 'the car’s weight, with the motor, ESC and pack of this plan in the place of those that were in it';

/** What a motor of this diameter is usually screwed to. */
export const usualChassis = (canDiameterM: number): Chassis => (canDiameterM >= METAL_CHASSIS_FROM_M ? 'metal' : 'plastic');

const isTrail4wd = ({ body, drive }: Car): boolean => body === 'trail' && (drive === '4wd-shaft' || drive === '4wd-belt');

/** What a car's surroundings decide of its own figures: its weight with the plan's parts, its can's diameter, and whether the place's rolling was measured. */
interface CarWith {
  massKg: number;
  canDiameterM: number;
  rollingGiven: boolean;
}

/** Fills what the car leaves out. */
export function resolveCar(car: Car, { massKg, canDiameterM, rollingGiven }: CarWith, log: ProvenanceLog): ResolvedCar {
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
      `usual where the motor drives ${isTrail4wd(car) ? 'two locked axles of a trail car' : DRIVEN_WORDS[car.drive]}${car.bearings === 'bushing' ? ', on bushings' : ''}`,
      () => (isTrail4wd(car) ? TRAIL_4WD.efficiency : DRIVE_EFFICIENCY[car.drive]) - (car.bearings === 'bushing' ? BUSHING_LOSS : 0),
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
    wheelMassKg:
      log.take(
        'car.wheelMassG',
        car.wheelMassG,
        'measured',
        'from the diameter of the tyres',
        () => 1000 * WHEEL_KG * (car.tyre.diameterMm / 1000 / WHEEL_OF_M) ** WHEEL_EXPONENT,
      ) / 1000,
    ventShare: VENT_SHARE[log.take('car.airflow', car.airflow, 'measured', 'vented body', () => 'vented' as const)],
    chassis: log.take('car.chassis', car.chassis, 'measured', 'usual for a motor of this size', () => usualChassis(canDiameterM)),
    drivelineDrag: rollingGiven ? 0 : isTrail4wd(car) ? TRAIL_4WD.drag : DRIVELINE_DRAG[car.drive],
  };
}

/** Fills what the site leaves out; in a race the tyres are those for the track. */
export function resolveSite(site: Site, profile: ProfileName, log: ProvenanceLog): ResolvedSite {
  const usual = SURFACE_TABLE[site.surface];
  const altitudeM = log.take('site.altitudeM', site.altitudeM, 'measured', 'sea level', () => 0);
  const raceTyres = profile === 'race' ? RACE_TYRES[site.surface] : undefined;
  const pressurePa = 101_325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588;
  return {
    grip: log.take(
      'site.grip',
      site.grip,
      'measured',
      `usual for ${raceTyres === undefined ? '' : 'race tyres on '}${wordFor(site.surface)}`,
      () => usual.grip * (raceTyres ?? 1),
    ),
    slip: usual.slip,
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

/** What the tyres hold in a corner, across the car [m/s²]. */
export const cornerGripMs2 = ({ grip }: Pick<ResolvedSite, 'grip'>): number => grip * GRAVITY_MS2;

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
