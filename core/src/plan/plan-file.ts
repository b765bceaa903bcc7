/**
 * The plan file, `"format": "puddler-plan", "version": 1`, as it stands in JSON.
 * A field marked optional may be left out: `resolvePlan` fills it by the rule in docs/model.md.
 * The core trusts a value of this type to be checked (contract/src/check-plan-file.ts does that once, at the edge).
 */

export const DRIVES = ['rwd', 'fwd', '4wd-shaft', '4wd-belt', 'tracked', 'direct'] as const;
export const BODIES = ['streamliner', 'saloon', 'buggy', 'truggy', 'monster', 'short-course', 'trail', 'tracked'] as const;
export const AIRFLOWS = ['closed', 'vented', 'open'] as const;
export const BEARINGS = ['ball', 'bushing'] as const;
export const CHASSIS = ['plastic', 'metal'] as const;
export const SIZE_CLASSES = ['130', '180', '370', '540', '550', '775'] as const;
export const CHEMISTRIES = ['lipo', 'lihv', 'liion', 'life', 'nimh'] as const;
export const SURFACES = ['tarmac', 'carpet', 'packed-dirt', 'loose-dirt', 'grass', 'gravel', 'sand', 'snow', 'rock'] as const;
export const PROFILES = ['speed-pass', 'race', 'bash', 'cruise', 'trail', 'crawl', 'pull'] as const;

export type DriveKind = (typeof DRIVES)[number];
export type Body = (typeof BODIES)[number];
export type Airflow = (typeof AIRFLOWS)[number];
type Bearings = (typeof BEARINGS)[number];
export type Chassis = (typeof CHASSIS)[number];
export type SizeClass = (typeof SIZE_CLASSES)[number];
export type Chemistry = (typeof CHEMISTRIES)[number];
export type Surface = (typeof SURFACES)[number];
export type ProfileName = (typeof PROFILES)[number];

/** Space in the chassis that parts must fit, used by the fit findings. */
export interface Bay {
  motorDiameterMm?: number;
  motorLengthMm?: number;
  escLengthMm?: number;
  escWidthMm?: number;
  escHeightMm?: number;
  packLengthMm?: number;
  packWidthMm?: number;
  packHeightMm?: number;
  /** Distance of motor shaft and spur axle that the motor's slot allows. */
  meshMinMm?: number;
  meshMaxMm?: number;
  /** Fewest and most spur teeth that go in. */
  spurMin?: number;
  spurMax?: number;
  /** From the spur's axle to the nearest thing its teeth could touch. */
  nearestPartMm?: number;
  /** Diameter of the circle that the mount's screw holes stand on. */
  mountCircleMm?: number;
  /** How far the motor's screws reach past the plate into the motor. */
  screwPastPlateMm?: number;
  /** Bore of the pinions at hand, and tooth size of the spur on the car. */
  pinionBoreMm?: number;
  moduleMm?: number;
  /** Most volts that the receiver and the servo accept. */
  receiverMaxV?: number;
  servoMaxV?: number;
  /** What the servo takes when it is held [A]. */
  servoStallA?: number;
}

export interface Car {
  name: string;
  massKg: number;
  drive: DriveKind;
  bearings?: Bearings;
  driveEfficiency?: number;
  internalRatio: number;
  gearboxRatios?: { name: string; ratio: number }[];
  tyre: { diameterMm: number; growthPctAt100KmH?: number };
  body: Body;
  widthMm: number;
  heightMm: number;
  dragAreaM2?: number;
  wheelbaseMm: number;
  cgHeightMm: number;
  frontWeightPct?: number;
  wheelMassG?: number;
  airflow?: Airflow;
  /** What its motor is screwed to: metal carries heat away. */
  chassis?: Chassis;
  /** What the motors, ESCs and packs weighed that were in it when it was weighed; left out where it was weighed with those of the plan [g]. */
  weighedPartsG?: number;
  bay?: Bay;
  /** Paths in the car of figures that were taken from its kind, and that nobody has measured on it yet. */
  typical?: string[];
}

/** What a conversion can change on a car: these figures a plan may have of its own. */
export const CONVERTED = [
  'massKg',
  'drive',
  'bearings',
  'driveEfficiency',
  'internalRatio',
  'gearboxRatios',
  'tyre',
  'wheelMassG',
  'body',
  'widthMm',
  'heightMm',
  'dragAreaM2',
  'airflow',
] as const satisfies readonly (keyof Car)[];
export type ConvertedField = (typeof CONVERTED)[number];

/** A plan's own figures in the place of its car's; null where the car has one and the plan none. A weight among them was weighed with the plan's parts. */
export type Conversion = { [Field in ConvertedField]?: NonNullable<Car[Field]> | null };

interface MotorLabel {
  name: string;
  resistanceOhm?: number;
  noLoadCurrentA?: number;
  noLoadVoltageV?: number;
  massG?: number;
  shaftMm?: number;
  maxRpm?: number;
  maxCells?: number;
  rotorInertiaKgM2?: number;
  /** Circle of the screw holes in its face, and how deep their threads are. */
  mountCircleMm?: number;
  threadDepthMm?: number;
}

/** Turns, kv, or both: a given kv counts, turns alone give kv by the size class. */
export interface BrushedMotor extends MotorLabel {
  kind: 'brushed';
  sizeClass: SizeClass;
  turns?: number;
  kvRpmPerV?: number;
}

interface BrushlessMotor extends MotorLabel {
  kind: 'brushless';
  kvRpmPerV: number;
  poles?: number;
  sensored?: boolean;
  commutationLagUs?: number;
}

export interface InrunnerMotor extends BrushlessMotor {
  form: 'inrunner';
  diameterMm: number;
  lengthMm: number;
}

export interface OutrunnerMotor extends BrushlessMotor {
  form: 'outrunner';
  statorDiameterMm: number;
  statorHeightMm: number;
}

export type Motor = BrushedMotor | InrunnerMotor | OutrunnerMotor;

export interface Esc {
  name: string;
  continuousA: number;
  burstA?: number;
  minCells?: number;
  maxCells?: number;
  resistanceOhm?: number;
  massG?: number;
  cutoffVPerCell?: number;
  becV?: number;
  becA?: number;
  sensored?: boolean;
  fan?: boolean;
  /** What the capacitor at its pack wires is rated for, where one is fitted [V]. */
  capacitorV?: number;
  lengthMm?: number;
  widthMm?: number;
  heightMm?: number;
}

export interface Pack {
  name: string;
  chemistry: Chemistry;
  cells: number;
  capacityAh: number;
  cRating?: number;
  cellResistanceOhm?: number;
  massG?: number;
  plug?: string;
  plugA?: number;
  lengthMm?: number;
  widthMm?: number;
  heightMm?: number;
  /** Those that are only usual for the kind of pack: nobody gave them. */
  typical?: 'cRating'[];
}

/** No pinion and no spur means direct drive: the motor turns what the internal ratio drives. */
export interface Gearing {
  pinion?: number;
  spur?: number;
  /** Tooth size of the pinion, and of the spur where it is another. */
  moduleMm?: number;
  spurModuleMm?: number;
  pinionBoreMm?: number;
  gearboxRatio?: number;
  /** Those that are only usual for the kind of car: nobody has counted their teeth. */
  typical?: ('pinion' | 'spur')[];
}

export interface Cooling {
  motorFans?: 0 | 1 | 2;
  motorHeatsink?: boolean;
}

export interface Tow {
  massKg: number;
  rollingResistance?: number;
}

export interface Site {
  surface: Surface;
  ambientC: number;
  altitudeM?: number;
  gradePct?: number;
  packC?: number;
  grip?: number;
  rollingResistance?: number;
  straightM?: number;
  radioRangeM?: number;
}

/** One stretch of a course: full throttle, then the corner after it, which has a radius or a speed. */
export interface Leg {
  fullM: number;
  cornerS: number;
  radiusM?: number;
  cornerMs?: number;
  /** Share of the most that the brakes can do. */
  brake?: number;
}

/** Most legs of a course. */
export const MOST_LEGS = 16;

/** A lap of one's own, driven over and over. */
export interface Course {
  name?: string;
  legs: Leg[];
}

/** How a plan is driven, and for how long; a course of one's own stands in the place of what is usual for racing or bashing. */
export interface PlannedRun {
  profile: ProfileName;
  minutes: number;
  course?: Course;
}

/** Parts that may stand in a plan as usual for its kind of car, until somebody says which they are. */
export const USUAL_PARTS = ['motor', 'esc', 'pack'] as const;
export type UsualPart = (typeof USUAL_PARTS)[number];

export interface PlanFile {
  format: 'puddler-plan';
  version: 1;
  name: string;
  notes?: string;
  /** The car as this plan has it. */
  car: Car;
  /** Where that is not the car as bought: that car, and which figures are the plan's own. */
  converted?: { from: Car; figures: ConvertedField[] };
  motor: Motor;
  motorCount?: number;
  esc: Esc;
  packs: Pack[];
  packWiring?: 'series' | 'parallel';
  /** Those of which nobody has said which they are. */
  usualParts?: UsualPart[];
  wiring?: { resistanceOhm?: number };
  gearing: Gearing;
  cooling?: Cooling;
  tow?: Tow;
  site: Site;
  startCharge?: number;
  run?: PlannedRun;
  /** Own limits of this plan, by the finding's id. */
  limits?: Record<string, { caution?: number; stop?: number }>;
  /** Paths of figures that were measured; others that are given stand on a label. */
  measured?: string[];
  /** What runs of this car have taught. */
  learned?: LearnedFigures;
}

/** What runs have taught of a car and its parts, docs/model.md section 11: figures with how sure they are, and how they go together. */
export interface LearnedFigures {
  /** Names of the runs that it comes from. */
  from: string[];
  /** By the name a figure is learned under; `ln` is the logarithm of the factor on its value, `before` how unsure that was without runs. */
  figures: { key: string; ln: number; before: number }[];
  /** Covariance of the logarithms: the lower triangle, row by row. */
  covariance: number[];
}

/** A plan without its car, what runs have taught of it, format and version: what belongs to one plan of a car. */
export interface PlanBody extends Omit<PlanFile, 'format' | 'version' | 'car' | 'converted' | 'learned'> {
  conversion?: Conversion;
}
