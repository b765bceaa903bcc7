import { fitFindings, SAME_BORE_MM } from '../findings/fit';
import type { Limits } from '../findings/limits';
import { isLithium } from '../plan/chemistry';
import type { PlanFile } from '../plan/plan-file';
import { keepsEsc, isSameMotor, isSamePack } from '../plan/same-part';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { solveTopSpeed } from '../predict/top-speed';
import type { PressMaterial } from './press-fit';

/** What the plan does not say and the bench must know. */
export interface FitChoices {
  /** Motor and ESC are one piece. */
  allInOne?: boolean;
  /** The two motors of a pair face each other, so that one has to turn the other way. Left out: they do. */
  mirrored?: boolean;
  /** What the pinion is made of that goes on a shaft which is turned down. */
  pinionOf?: PressMaterial;
  /** Thickness of the plate that the motor is screwed to. */
  plateMm?: number;
}

export interface FitOptions {
  /** The car as bought, where it is known. */
  stock?: PlanFile | undefined;
  limits: Limits;
  choices?: FitChoices;
  /** The ESC as bought has the receiver built in. */
  receiverInEsc?: boolean | undefined;
}

/** What the rules of the bench look at. */
export interface FitInput {
  plan: PlanFile;
  stock: PlanFile | undefined;
  resolved: ResolvedPlan;
  limits: Limits;
  choices: FitChoices;
  topSpeedMs: number;
  newMotor: boolean;
  newEsc: boolean;
  newPack: boolean;
  plugChanges: boolean;
  /** Lithium comes where other cells were. */
  newLithium: boolean;
  twins: boolean;
  geared: boolean;
  outrunnerInCan: boolean;
  mountDiffers: boolean;
  /** The shaft is thicker than the pinion’s bore. */
  shaftToTurn: boolean;
  /** The pinion’s bore is wider than the shaft. */
  boreTooWide: boolean;
  /** Places of the motor that touch: what is over, and by how much. */
  touching: { what: string; overMm: number }[];
  sensored: boolean;
  /** The receiver goes with the old ESC. */
  receiverGoes: boolean;
}

/** What the bench has to know of a plan. Throws PlanError for a plan that cannot be computed. */
export function fitInput(plan: PlanFile, { stock, limits, choices = {}, receiverInEsc = false }: FitOptions): FitInput {
  const resolved = resolvePlan(plan);
  const findings = fitFindings(plan, resolved, limits);
  const newEsc = !keepsEsc(plan, stock);
  const bore = plan.gearing.pinionBoreMm ?? plan.car.bay?.pinionBoreMm;
  const { shaftMm } = plan.motor;
  const geared = plan.gearing.pinion !== undefined;
  const off = geared && bore !== undefined && shaftMm !== undefined ? shaftMm - bore : 0;
  const isOutrunner = ({ motor }: PlanFile) => motor.kind === 'brushless' && motor.form === 'outrunner';
  return {
    plan,
    stock,
    resolved,
    limits,
    choices,
    topSpeedMs: solveTopSpeed(resolved).topSpeedMs,
    newMotor: !isSameMotor(plan.motor, stock?.motor),
    newEsc,
    newPack: plan.packs.some((pack) => !stock?.packs.some((one) => isSamePack(pack, one))),
    plugChanges: newEsc || plan.packs[0]!.plug !== stock?.packs[0]?.plug,
    newLithium: isLithium(plan) && !(stock && isLithium(stock)),
    twins: (plan.motorCount ?? 1) > 1,
    geared,
    outrunnerInCan: isOutrunner(plan) && stock !== undefined && !isOutrunner(stock),
    mountDiffers: findings.some((one) => one.id === 'mount-pattern'),
    shaftToTurn: off > SAME_BORE_MM,
    boreTooWide: off < -SAME_BORE_MM,
    touching: findings
      .filter((one) => (one.id === 'fit-diameter' || one.id === 'fit-length') && one.value > one.limit)
      .map((one) => ({ what: one.figure, overMm: one.value - one.limit })),
    sensored: resolved.motor.sensored && plan.esc.sensored === true,
    receiverGoes: receiverInEsc && newEsc,
  };
}
