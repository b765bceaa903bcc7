import { openCircuitV } from '../chain/pack';
import { cellFindings } from '../findings/electric';
import type { Finding } from '../findings/finding';
import { fitFindings } from '../findings/fit';
import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { shownRun } from '../predict/peak';
import { simulateRun } from '../predict/run';
import type { Run } from '../predict/run-types';
import { predictSteady } from '../predict/steady';
import { launchTorqueNm } from '../findings/drive';
import type { ShelfPart } from '../search/options';
import { joinKits } from './kits';
import { conversion, cooling, driveline, measuringTools, radio } from './car-rules';
import { BUY_GROUPS, type BuyInput, type ListLine, type Strength } from './list-line';
import { forNewMotor, outrunnerInCan, pinions, twins } from './motor-rules';
import { lithium, newParts, packPlace, plugs } from './power-rules';
import { withShelf } from './with-shelf';

/** What a builder has to have for a plan. */
export interface PartsList {
  lines: ListLine[];
  /** Parts of the plan that do not bear its cells: wrong, not to be bought. */
  wrong: Finding[];
}

export interface PartsListOptions {
  stock?: PlanFile | undefined;
  shelf?: readonly ShelfPart[];
  limits: Limits;
  receiverInEsc?: boolean | undefined;
  failsafe?: boolean | undefined;
  /** What the planned run comes to, where it has been driven already. */
  driven?: Pick<Run, 'maxCanC' | 'peakPackCurrentA'> | undefined;
}

const RULES = [
  newParts,
  packPlace,
  lithium,
  pinions,
  forNewMotor,
  outrunnerInCan,
  plugs,
  twins,
  radio,
  driveline,
  cooling,
  conversion,
  measuringTools,
];

/**
 * The parts list of a plan, made by rules from the plan, the car as bought and the shelf; every line says why it is there, and what
 * must be measured first. Throws PlanError for a plan that cannot be computed.
 */
export function partsList(plan: PlanFile, { stock, shelf = [], limits, receiverInEsc = false, failsafe, driven }: PartsListOptions): PartsList {
  const resolved = resolvePlan(plan);
  const steady = predictSteady(resolved);
  const { maxCanC, peakPackCurrentA } = driven ?? shownRun(steady, simulateRun(resolved));
  const { radioRangeM } = plan.site;
  const input: BuyInput = {
    plan,
    stock,
    limits,
    mountDiffers: fitFindings(plan, resolved, limits).some((one) => one.id === 'mount-pattern'),
    topSpeedMs: steady.topSpeedMs,
    cells: resolved.pack.cells,
    packV: openCircuitV(resolved.pack, HALF),
    bought: stock && strengthOf(stock),
    strength: strengthOf(plan),
    maxCanC,
    peakPackCurrentA,
    toRadioEdgeS: radioRangeM === undefined || steady.topSpeedMs <= 0 ? undefined : radioRangeM / steady.topSpeedMs,
    receiverInEsc,
    failsafe,
  };
  const wanted = RULES.flatMap((rule) => rule(input)).map((one) => withShelf(one, shelf));
  const lines = joinKits(wanted, shelf);
  lines.sort((a, b) => BUY_GROUPS.indexOf(a.group) - BUY_GROUPS.indexOf(b.group));
  return { lines, wrong: cellFindings({ plan, resolved }, limits).filter((one) => one.level === 'stop') };
}

const HALF = 0.5;

function strengthOf(plan: PlanFile): Strength {
  const resolved = resolvePlan(plan);
  const { topSpeedMs, shaftPowerW } = predictSteady(resolved);
  return { topSpeedMs, packV: openCircuitV(resolved.pack, HALF), launchNm: launchTorqueNm(resolved, true), shaftW: shaftPowerW };
}
