import { driveFindings } from '../findings/drive';
import { electricFindings } from '../findings/electric';
import type { Finding, FindingInput } from '../findings/finding';
import type { FindingId } from '../findings/finding-ids';
import type { Limits } from '../findings/limits';
import { motorFindings } from '../findings/motor';
import { minutesToCutoff } from '../predict/bands';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { simulateRunFast } from '../predict/run-fast';
import { heatOf, type Run } from '../predict/run-types';
import { predictSteady, type Steady } from '../predict/steady';
import { ROUGH_RUN } from '../predict/tolerances';
import type { Candidate } from './examine';
import { boxesOf, type Setup, type SetupFigures } from './front';
import type { Choice } from './choice-plan';
import type { Group, SearchSpace } from './space';
import { lapTimeS } from './lap-time';
import { type SearchQuery, type Target } from './query';

/** A search drives rougher runs than a plan does. Its stop limits are this much tighter, so that a plan opened from it has no stop. */
const ROUGH_SHARE = 0.02;
const ROUGH_K = 1.5;
const ROUGH_V = 0.02;
const WARM: readonly FindingId[] = ['motor-temperature', 'winding-temperature', 'esc-temperature', 'pack-temperature'];
const SHARES: readonly FindingId[] = ['esc-continuous', 'esc-burst', 'pack-current', 'motor-rpm', 'electrical-rpm', 'runaway', 'ballooning'];

/** The limits that a search judges runs by. */
export function searchLimits(limits: Limits): Limits {
  const nearer = { ...limits };
  const move = (id: FindingId, to: (stop: number) => number) => {
    const { stop } = limits[id];
    if (stop !== undefined) nearer[id] = { ...limits[id], stop: to(stop) };
  };
  for (const id of WARM) move(id, (stop) => stop - ROUGH_K);
  for (const id of SHARES) move(id, (stop) => stop * (1 - ROUGH_SHARE));
  move('pack-sag', (stop) => stop + ROUGH_V);
  return nearer;
}

/** The run that a search compares by: within 1.5 K and 2 % of a plan's. Ends where it is `hopeless`. */
export function searchRun(plan: ResolvedPlan, hopeless?: (run: Run) => boolean): Run {
  return simulateRunFast(plan, { ...ROUGH_RUN, ...(hopeless ? { hopeless } : {}) });
}

/**
 * A run this far over its temperature limit [share of the limit's rise above the air] is given up before its end. The margin is wide
 * enough that every setup geared between two such runs is over the limit as well.
 */
export const HOPELESS_SHARE = 0.06;

/** Temperatures that no setup may reach. The ESC's own is left out, because it says nothing about the same motor with another ESC. */
export interface Hottest {
  canC: number;
  windingC: number;
  /** Where a run is not driven on [°C]. */
  hopelessCanC: number;
  hopelessWindingC: number;
}

export function hottestOf(query: SearchQuery, limits: Limits, ambientC: number): Hottest {
  const canC = Math.min(query.canC ?? Infinity, limits['motor-temperature'].stop ?? Infinity);
  const windingC = limits['winding-temperature'].stop ?? Infinity;
  const beyond = (limit: number) => limit + HOPELESS_SHARE * Math.max(0, limit - ambientC);
  return { canC, windingC, hopelessCanC: beyond(canC), hopelessWindingC: beyond(windingC) };
}

/** A candidate with its run. */
export interface Driven {
  resolved: ResolvedPlan;
  steady: Steady;
  run: Run;
  figures: SetupFigures;
  /** Its run was given up because it went far over a temperature limit. */
  tooHot: boolean;
}

export function choiceOf({ motor, pack }: Group, { esc, gear: { pinion, spur, gearbox } }: Pick<Candidate, 'esc' | 'gear'>): Choice {
  return { motor, pack, esc, pinion, spur, gearbox };
}

/** Drives a candidate: a fraction of a millisecond. */
export function driveCandidate(space: SearchSpace, group: Group, candidate: Candidate, hottest?: Hottest): Driven {
  const { esc, gear, topSpeedMs, pullN, climbPct, crawlMs, newMoney } = candidate;
  const resolved = space.resolvedOf({ ...group, esc }, gear.ratio);
  const steady = predictSteady(resolved);
  let tooHot = false;
  const run = searchRun(
    resolved,
    hottest && ((sofar) => (tooHot = sofar.maxCanC > hottest.hopelessCanC || sofar.maxWindingC > hottest.hopelessWindingC)),
  );
  const figures: SetupFigures = {
    topSpeedMs,
    pullN,
    climbPct,
    crawlMs,
    minutes: minutesToCutoff(resolved, run),
    lapS: space.lapM === undefined ? null : lapTimeS(space.lapM, run),
    ...heatOf(run),
    maxPackC: run.maxPackC,
    newMoney,
    packCurrentA: steady.packCurrentA,
    peakPackCurrentA: Math.max(run.peakPackCurrentA, steady.packCurrentA),
    motorRpm: steady.motorRpm,
    motorEfficiency: steady.motorEfficiency,
    finalDriveRatio: steady.finalDriveRatio,
  };
  return { resolved, steady, run, figures, tooHot };
}

/** Targets of heat and time that a driven setup misses. */
export function missedByRun(query: SearchQuery, { maxCanC, minutes, lapS }: Pick<SetupFigures, 'maxCanC' | 'minutes' | 'lapS'>): Target[] {
  const { canC = Infinity, minutes: least = 0, lapS: most = Infinity } = query;
  const missed: Target[] = [];
  if (maxCanC > canC) missed.push('canC');
  if (minutes < least) missed.push('minutes');
  if (most < Infinity && !(lapS !== null && lapS <= most)) missed.push('lapS');
  return missed;
}

/** What stops a driven setup by its currents, heat and cells; fits were asked before, the place is asked last. */
export function runStops(space: SearchSpace, limits: Limits, choice: Choice, { resolved, steady, run }: Driven): Finding[] {
  const input = inputOf(space, limits, choice, resolved, steady, run);
  return [...electricFindings(input), ...motorFindings(input)].filter((one) => one.level === 'stop');
}

/** What stops it by gears, tyres and the place: the run-up needs a pass of its own. */
export function placeStops(space: SearchSpace, limits: Limits, choice: Choice, { resolved, steady, run }: Driven): Finding[] {
  return driveFindings(inputOf(space, limits, choice, resolved, steady, run)).filter((one) => one.level === 'stop');
}

function inputOf(space: SearchSpace, limits: Limits, choice: Choice, resolved: ResolvedPlan, steady: Steady, run: Run): FindingInput {
  return { plan: space.planOf(choice), resolved, steady, run, limits, stock: space.stock };
}

/** The aim that a query's front is drawn by; undefined where any speed within “about” is as good. */
export const aimOf = (query: SearchQuery) => (query.aim === 'speed' && query.topSpeed?.is === 'about' ? undefined : query.aim);

export function setupOf(space: SearchSpace, choice: Choice, figures: SetupFigures): Setup {
  return {
    key: space.keyOf(choice),
    choice,
    figures,
    ownedParts: ownedParts(space, choice),
    boxes: boxesOf(aimOf(space.task.query), figures),
  };
}

/** How many parts of a setup are owned already. */
export function ownedParts(space: SearchSpace, choice: Choice): number {
  return space.partsOf(choice).filter((part) => part.owned).length;
}
