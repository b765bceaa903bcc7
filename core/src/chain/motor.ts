import type { BrushedMotor, InrunnerMotor, Motor, OutrunnerMotor, SizeClass } from '../plan/plan-file';
import { PlanError } from '../plan/plan-error';
import type { ProvenanceLog } from '../plan/provenance';
import { RPM_PER_RAD_S } from './constants';

/** One motor, every figure known. SI units; resistance and torque constant at 25 °C. */
export interface ResolvedMotor {
  kind: 'brushed' | 'brushless';
  kvRpmPerV: number;
  torqueConstantNmPerA: number;
  /** Motor constant Kt/√R, what size and copper decide and kv does not [N·m/√W]. */
  motorConstant: number;
  resistanceOhm: number;
  brushDropV: number;
  /** Loss torque that does not grow with speed [N·m]. */
  frictionTorqueNm: number;
  /** Loss torque per rad/s [N·m·s]. */
  viscousTorqueNms: number;
  /** Commutation lag as ohms per mechanical rad/s. */
  lagOhmPerRadS: number;
  poles: number;
  sensored: boolean;
  massKg: number;
  diameterM: number;
  lengthM: number;
  /** Outside surface of the can, shell and both ends [m²]. */
  surfaceM2: number;
  rotorInertiaKgM2: number;
  maxRpm: number;
}

interface SizeClassRow {
  kvTurns: number;
  motorConstant: number;
  noLoadA: number;
  noLoadV: number;
  turns: number;
  massG: number;
  diameterMm: number;
  lengthMm: number;
}

/** Brushed motors by size class, docs/model.md section 2. */
export const BRUSHED_CLASSES: Record<SizeClass, SizeClassRow> = {
  '130': { kvTurns: 240_000, motorConstant: 0.0026, noLoadA: 0.25, noLoadV: 7.4, turns: 90, massG: 18, diameterMm: 20, lengthMm: 25 },
  '180': { kvTurns: 130_000, motorConstant: 0.0048, noLoadA: 0.45, noLoadV: 7.4, turns: 70, massG: 40, diameterMm: 20.5, lengthMm: 32 },
  '370': { kvTurns: 85_000, motorConstant: 0.0075, noLoadA: 0.7, noLoadV: 7.4, turns: 35, massG: 55, diameterMm: 24.4, lengthMm: 31 },
  '540': { kvTurns: 66_000, motorConstant: 0.0119, noLoadA: 1.7, noLoadV: 7.2, turns: 27, massG: 165, diameterMm: 36, lengthMm: 50 },
  '550': { kvTurns: 39_000, motorConstant: 0.0175, noLoadA: 2.6, noLoadV: 7.4, turns: 14, massG: 235, diameterMm: 38, lengthMm: 57 },
  '775': { kvTurns: 13_000, motorConstant: 0.032, noLoadA: 2.5, noLoadV: 14.4, turns: 10, massG: 330, diameterMm: 44, lengthMm: 67 },
};

const BRUSH_DROP_V = 0.7;
/** Share of the loss torque that does not grow with speed. */
export const BRUSHED_CONSTANT_SHARE = 0.8;
const BRUSHLESS_CONSTANT_SHARE = 0.5;
const DEFAULT_LAG_US = 50;
/** An outrunner's bell stands this much outside its stator [mm]. */
export const BELL_OVER_STATOR = { diameterMm: 6, heightMm: 18 };

/** Without a label a rotor's rim may go this fast: rpm times its outside diameter in mm. */
const INRUNNER_RPM_MM = 2.15e6;
const TWO_POLE_SENSORED_RPM_MM = 2.6e6;
const OUTRUNNER_RPM_MM = 7.6e5;
const RIM_RULE = 'from the diameter: how fast a rotor’s rim usually bears to go';
const LARGE_BRUSHED: ReadonlySet<SizeClass> = new Set(['540', '550', '775'] as const);
const LARGE_BRUSHED_RPM = 27_000;
const SMALL_BRUSHED_RPM = 40_000;

/** What size alone says about a motor, before its label's figures are taken. */
interface SizeEstimate {
  motorConstant: number;
  motorConstantRule: string;
  massG: number;
  massRule: string;
  maxRpm: number;
  maxRpmRule: string;
  diameterMm: number;
  lengthMm: number;
  inertia: (massKg: number, diameterM: number) => number;
  lossTorque: (kt: number, resistanceOhm: number, poles: number) => LossTorque;
}

/** Loss torque at one speed, and how much of it does not grow with speed. */
interface LossTorque {
  torqueNm: number;
  atRadS: number;
  constantShare: number;
  rule: string;
}

/** Speed at which a motor runs free on `volts` while it takes `amp` [rad/s]. */
function noLoadRadS(volts: number, amp: number, kt: number, resistanceOhm: number, brushDropV: number): number {
  return (volts - brushDropV - amp * resistanceOhm) / kt;
}

function cylinderCm3(diameterMm: number, lengthMm: number): number {
  return ((Math.PI / 4) * diameterMm * diameterMm * lengthMm) / 1000;
}

function estimateInrunner(motor: InrunnerMotor): SizeEstimate {
  const volume = cylinderCm3(motor.diameterMm, motor.lengthMm);
  const isTwoPole = motor.poles === 2;
  return {
    motorConstant: 0.0245 * (volume / 50) ** (volume > 50 ? 1.2 : 0.85),
    motorConstantRule: 'from the volume of the can and kv',
    massG: 3.7 * volume,
    massRule: '3.7 g per cm³ of can',
    maxRpm: (isTwoPole && motor.sensored ? TWO_POLE_SENSORED_RPM_MM : INRUNNER_RPM_MM) / motor.diameterMm,
    maxRpmRule: RIM_RULE,
    diameterMm: motor.diameterMm,
    lengthMm: motor.lengthMm,
    inertia: (massKg, diameterM) => 0.5 * 0.25 * massKg * (0.18 * diameterM) ** 2,
    lossTorque: (_kt, _resistanceOhm, poles) => {
      // Half of it is constant. From four poles up hysteresis grows with the poles, eddy currents with their square; cans of two poles lose more than either says.
      const half = 0.5 * (poles === 2 ? 0.224e-3 : 0.14e-3) * volume;
      const share = Math.max(1, poles / 4);
      const [constant, growing] = [half * share, half * share ** 2];
      return {
        torqueNm: constant + growing,
        atRadS: 30_000 / RPM_PER_RAD_S,
        constantShare: constant / (constant + growing),
        rule:
          poles === 2 ? '0.224 mN·m per cm³ of can at 30\u2009000 rpm and two poles' : '0.14 mN·m per cm³ of can at 30\u2009000 rpm and four poles',
      };
    },
  };
}

function estimateOutrunner(motor: OutrunnerMotor): SizeEstimate {
  const stator = cylinderCm3(motor.statorDiameterMm, motor.statorHeightMm);
  return {
    motorConstant: 0.0199 * (stator / 3.04) ** 0.8,
    motorConstantRule: 'from the volume of the stator and kv',
    massG: 12 * stator,
    massRule: '12 g per cm³ of stator',
    maxRpm: OUTRUNNER_RPM_MM / (motor.statorDiameterMm + BELL_OVER_STATOR.diameterMm),
    maxRpmRule: RIM_RULE,
    diameterMm: motor.statorDiameterMm + BELL_OVER_STATOR.diameterMm,
    lengthMm: motor.statorHeightMm + BELL_OVER_STATOR.heightMm,
    inertia: (massKg, diameterM) => 0.45 * massKg * (0.45 * diameterM) ** 2,
    lossTorque: () => ({
      torqueNm: 1.4e-3 * stator,
      atRadS: 10_000 / RPM_PER_RAD_S,
      constantShare: BRUSHLESS_CONSTANT_SHARE,
      rule: '1.4 mN·m per cm³ of stator at 10\u2009000 rpm',
    }),
  };
}

function estimateBrushed(motor: BrushedMotor): SizeEstimate {
  const row = BRUSHED_CLASSES[motor.sizeClass];
  // Other windings in the same can keep the iron and the brushes, so the no-load torque, not the current.
  const torqueNm = (row.noLoadA * RPM_PER_RAD_S * row.turns) / row.kvTurns;
  return {
    motorConstant: row.motorConstant,
    motorConstantRule: `from the ${motor.sizeClass} size class and kv`,
    massG: row.massG,
    massRule: `usual for the ${motor.sizeClass} size class`,
    maxRpm: LARGE_BRUSHED.has(motor.sizeClass) ? LARGE_BRUSHED_RPM : SMALL_BRUSHED_RPM,
    maxRpmRule: 'usual for brushes and armature of this size',
    diameterMm: row.diameterMm,
    lengthMm: row.lengthMm,
    inertia: (massKg, diameterM) => 0.5 * 0.35 * massKg * (0.28 * diameterM) ** 2,
    lossTorque: (kt, resistanceOhm) => ({
      torqueNm,
      atRadS: noLoadRadS(row.noLoadV, torqueNm / kt, kt, resistanceOhm, BRUSH_DROP_V),
      constantShare: BRUSHED_CONSTANT_SHARE,
      rule: `no-load torque of the ${motor.sizeClass} size class`,
    }),
  };
}

function estimateFromSize(motor: Motor): SizeEstimate {
  if (motor.kind === 'brushed') return estimateBrushed(motor);
  return motor.form === 'inrunner' ? estimateInrunner(motor) : estimateOutrunner(motor);
}

function kvOf(motor: Motor, log: ProvenanceLog): number {
  if (motor.kind === 'brushless') {
    log.given('motor.kvRpmPerV', 'label', motor.kvRpmPerV);
    return motor.kvRpmPerV;
  }
  return log.take('motor.kvRpmPerV', motor.kvRpmPerV, 'label', `${motor.turns} turns in a ${motor.sizeClass} can`, () => {
    if (motor.turns === undefined) throw new PlanError('motor.turns', undefined, 'a brushed motor needs turns or kvRpmPerV');
    return BRUSHED_CLASSES[motor.sizeClass].kvTurns / motor.turns;
  });
}

/**
 * Fills what the motor's label leaves out by docs/model.md section 2.
 * Throws PlanError for a brushed motor with neither turns nor kv, or a no-load point that cannot turn.
 */
export function resolveMotor(motor: Motor, log: ProvenanceLog): ResolvedMotor {
  const size = estimateFromSize(motor);
  const kv = kvOf(motor, log);
  const kt = RPM_PER_RAD_S / kv;
  const resistance = log.take('motor.resistanceOhm', motor.resistanceOhm, 'label', size.motorConstantRule, () => (kt / size.motorConstant) ** 2);
  const massKg = log.take('motor.massG', motor.massG, 'label', size.massRule, () => size.massG) / 1000;
  const diameterM = size.diameterMm / 1000;
  const lengthM = size.lengthMm / 1000;
  const brushDropV = motor.kind === 'brushed' ? BRUSH_DROP_V : 0;
  const poles =
    motor.kind === 'brushed'
      ? 2
      : log.take('motor.poles', motor.poles, 'label', `usual for an ${motor.form}`, () => (motor.form === 'inrunner' ? 4 : 14));
  const loss = lossTorque(motor, size, kt, resistance, poles, brushDropV, log);
  const lagS =
    motor.kind === 'brushed'
      ? 0
      : log.take('motor.commutationLagUs', motor.commutationLagUs, 'label', `${DEFAULT_LAG_US} µs, usual`, () => DEFAULT_LAG_US) * 1e-6;
  return {
    kind: motor.kind,
    kvRpmPerV: kv,
    torqueConstantNmPerA: kt,
    motorConstant: kt / Math.sqrt(resistance),
    resistanceOhm: resistance,
    brushDropV,
    frictionTorqueNm: loss.constantShare * loss.torqueNm,
    viscousTorqueNms: ((1 - loss.constantShare) * loss.torqueNm) / loss.atRadS,
    lagOhmPerRadS: resistance * lagS * (poles / 2),
    poles,
    sensored: motor.kind === 'brushless' && (motor.sensored ?? false),
    massKg,
    diameterM,
    lengthM,
    surfaceM2: Math.PI * diameterM * lengthM + (Math.PI * diameterM * diameterM) / 2,
    maxRpm: log.take('motor.maxRpm', motor.maxRpm, 'label', size.maxRpmRule, () => Math.round(size.maxRpm)),
    rotorInertiaKgM2: log.take('motor.rotorInertiaKgM2', motor.rotorInertiaKgM2, 'label', 'from the motor’s mass and diameter', () =>
      size.inertia(massKg, diameterM),
    ),
  };
}

/** The torque that a motor takes without load: from its no-load point where one is given, else by its size. Throws PlanError. */
function lossTorque(
  motor: Motor,
  size: SizeEstimate,
  kt: number,
  resistance: number,
  poles: number,
  brushDropV: number,
  log: ProvenanceLog,
): LossTorque {
  const { noLoadCurrentA: amp, noLoadVoltageV: volts } = motor;
  if (amp === undefined || volts === undefined) {
    const estimate = size.lossTorque(kt, resistance, poles);
    if (!(estimate.atRadS > 0))
      throw new PlanError('motor.resistanceOhm', motor.resistanceOhm, 'low enough to turn without load at the voltage of its size class');
    log.origins['motor.noLoadCurrentA'] = { source: 'estimated', rule: estimate.rule, value: estimate.torqueNm / kt };
    return estimate;
  }
  log.given('motor.noLoadCurrentA', 'label', amp);
  const atRadS = noLoadRadS(volts, amp, kt, resistance, brushDropV);
  if (!(atRadS > 0)) {
    throw new PlanError(
      'motor.noLoadVoltageV',
      volts,
      `more than the ${(brushDropV + amp * resistance).toFixed(2)} V that ${amp} A leave in this winding`,
    );
  }
  const constantShare = motor.kind === 'brushed' ? BRUSHED_CONSTANT_SHARE : BRUSHLESS_CONSTANT_SHARE;
  return { torqueNm: kt * amp, atRadS, constantShare, rule: 'label' };
}
