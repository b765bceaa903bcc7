import { compact } from '../compact';
import { resolveEsc, type ResolvedEsc } from '../chain/esc';
import { resolveMotor, type ResolvedMotor } from '../chain/motor';
import { resolvePacks, type ResolvedPack } from '../chain/pack';
import { usualChassis } from '../chain/road';
import type { Limits } from '../findings/limits';
import { massWithParts, partsKg } from '../resolve/mass';
import { PlanError } from '../plan/plan-error';
import type { Esc, Motor, PlanFile } from '../plan/plan-file';
import { ProvenanceLog } from '../plan/provenance';
import { plannedRun } from '../plan/planned-run';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { applyLearned } from '../resolve/apply-learned';
import { learnedOf } from '../resolve/learned-figures';
import { choicePlan, type Choice } from './choice-plan';
import { GearChoices, type GearChoice, type GearRow } from './gear-choices';
import { searchOptions } from './all-options';
import type { MotorOption, PackOption, SearchOptions, SearchScope, ShelfPart } from './options';
import { lapLengthM } from './lap-time';
import { bearsCells, PairRules } from './pair-rules';
import type { SearchQuery } from './query';
import { isSome, usable, type Usable } from './usable';

/** All that a search is about. `limits` are those a plan is judged by; `stock` the car as bought, where it is known. */
export interface SearchTask {
  base: PlanFile;
  shelf: readonly ShelfPart[];
  scope: SearchScope;
  query: SearchQuery;
  limits: Limits;
  stock?: PlanFile | undefined;
}

/** Motors and packs weigh at most so much of the car without its parts. */
const MOST_PARTS_SHARE = 1.25;

/** All combinations of one motor and one pack, by their places among the options. */
export interface Group {
  motor: number;
  pack: number;
  /** ESCs that bear the pack's cells, turn the motor and fit. */
  escs: readonly [number, ...number[]];
}

/**
 * The combinations that a task spans, and which parts go together: every rule of docs/model.md section 7 that needs
 * no computation of speed is asked once a part or a pair of parts, never once a combination.
 */
export class SearchSpace {
  readonly options: SearchOptions;
  /** The plan that parts are put into, driven for the minutes wished. */
  readonly base: PlanFile & Required<Pick<PlanFile, 'run'>>;
  readonly stock: ResolvedPlan | undefined;
  /** Motors and packs that go together, the cheapest first: a cheap setup on the front early on spares many dearer ones their run. */
  readonly groups: readonly Group[];
  /** Combinations in all, and left after each rule that needs no computation. */
  readonly counts: { all: number; cells: number; fit: number; gears: number };
  /** Parts that cannot be computed, with the reason. */
  readonly broken: { name: string; message: string }[] = [];

  readonly resolvedBase: ResolvedPlan;
  /** What runs have taught of the car’s weight. */
  private readonly massFactor: number;
  private readonly motors: (ResolvedMotor | undefined)[];
  private readonly escs: (ResolvedEsc | undefined)[];
  private readonly packs: (ResolvedPack | undefined)[];
  private readonly gears: GearChoices;
  private lap: { lengthM: number | undefined } | undefined;

  constructor(readonly task: SearchTask) {
    const { base, shelf, scope, query, stock } = task;
    this.options = searchOptions(base, shelf, scope);
    this.base = { ...base, run: { ...plannedRun(base), ...compact({ minutes: query.minutes }) } };
    this.resolvedBase = resolvePlan(this.base);
    this.massFactor = Math.exp(learnedOf('car.massKg', this.base)?.ln ?? 0);
    this.stock = stock && resolvePlan(stock);
    const { motors, escs, packs, pinions, spurs, gearbox } = this.options;
    const taught = (part: Partial<PlanFile>, resolve: (log: ProvenanceLog) => Partial<ResolvedPlan>) => this.taught(part, resolve);
    this.motors = motors.map(({ name, fields: { motor } }) =>
      this.resolved(name, () => taught({ motor }, (log) => ({ motor: resolveMotor(motor, log) })).motor),
    );
    this.escs = escs.map(({ name, fields: { esc } }) => this.resolved(name, () => taught({ esc }, (log) => ({ esc: resolveEsc(esc, log) })).esc));
    // A pack's cut-off depends on the ESC. An ESC without one of its own is put in here, so that the pack's usual cut-off is resolved.
    this.packs = packs.map(({ name, fields }) =>
      this.resolved(
        name,
        () =>
          taught({ packs: fields.packs }, (log) => ({
            pack: resolvePacks(fields.packs, fields.wiring ?? 'series', { name: '', continuousA: 1 }, log),
          })).pack,
      ),
    );

    const rules = new PairRules(this.base, this.resolvedBase, task.limits, stock);
    this.gears = new GearChoices(this.options, base.car, rules);
    const bears = (part: { motor: Motor } | { esc: Esc }, pack: Usable<PackOption, ResolvedPack>) =>
      bearsCells(part, pack.option.fields.packs, pack.resolved, task.limits);
    const usableEscs = usable(escs, this.escs).map(({ index, option: { fields } }) => ({ index, esc: fields.esc, fits: rules.escFits(fields.esc) }));
    const usablePacks = usable(packs, this.packs).map((pack) => ({
      ...pack,
      fits: rules.packFits(pack.option.fields.packs),
      bearing: usableEscs.filter(({ esc }) => bears({ esc }, pack)),
    }));

    const gearsInAll = Math.max(1, pinions.length * spurs.length) * gearbox.length;
    const counts = { all: motors.length * packs.length * escs.length * gearsInAll, cells: 0, fit: 0, gears: 0 };
    const groups: { group: Group; newMoney: number }[] = [];
    for (const motor of usable(motors, this.motors)) {
      const own = motor.option.fields.motor;
      const fits = rules.motorFits(own, motor.resolved);
      const gears = this.gears.of(own).length;
      const turning = new Set(usableEscs.filter(({ esc }) => rules.turns(esc, own)).map(({ index }) => index));
      for (const pack of usablePacks) {
        if (!bears({ motor: own }, pack)) continue;
        counts.cells += pack.bearing.length * gearsInAll;
        if (!fits || !pack.fits || !this.carries(motor, pack)) continue;
        const fitting = pack.bearing.filter((one) => one.fits && turning.has(one.index)).map(({ index }) => index);
        counts.fit += fitting.length * gearsInAll;
        counts.gears += fitting.length * gears;
        if (isSome(fitting) && gears > 0)
          groups.push({ group: { motor: motor.index, pack: pack.index, escs: fitting }, newMoney: motor.option.newMoney + pack.option.newMoney });
      }
    }
    this.counts = counts;
    this.groups = groups
      .sort((a, b) => a.newMoney - b.newMoney || a.group.motor - b.group.motor || a.group.pack - b.group.pack)
      .map(({ group }) => group);
  }

  /** Whether the rest of the car is heavy enough for motors and packs; those of the plan itself are in it. */
  private carries(motor: Usable<MotorOption, ResolvedMotor>, pack: Usable<PackOption, ResolvedPack>): boolean {
    const { massKg, weighedPartsG } = this.base.car;
    const kgOf = (count: number, one: ResolvedMotor, source: ResolvedPack) => count * one.massKg + source.massKg;
    const { motor: ownMotor, motorCount, pack: ownPack } = this.resolvedBase;
    const restKg = massKg - (weighedPartsG === undefined ? partsKg(this.resolvedBase) : weighedPartsG / 1000);
    const mostKg = Math.max(MOST_PARTS_SHARE * restKg, kgOf(motorCount, ownMotor, ownPack));
    return kgOf(motor.option.fields.count, motor.resolved, pack.resolved) <= mostKg;
  }

  /** Metres of the lap that the active plan goes round; undefined where it drives none. */
  get lapM(): number | undefined {
    this.lap ??= { lengthM: lapLengthM(this.resolvedBase) };
    return this.lap.lengthM;
  }

  /** A motor that is not broken. */
  motorOf(motor: number): ResolvedMotor {
    return this.motors[motor]!;
  }

  /** An ESC that is not broken. */
  escOf(esc: number): ResolvedEsc {
    return this.escs[esc]!;
  }

  /** Gears that go onto a motor's shaft, mesh, and fit. */
  gearsOf(motor: number): GearChoice[] {
    return this.gears.of(this.options.motors[motor]!.fields.motor);
  }

  /** The same, by ratio. */
  gearRowsOf(motor: number): readonly GearRow[] {
    return this.gears.rowsOf(this.options.motors[motor]!.fields.motor);
  }

  newMoney({ motor, pack, esc, pinion, spur }: Choice): number {
    const { motors, packs, pinions, spurs } = this.options;
    return (
      motors[motor]!.newMoney + packs[pack]!.newMoney + this.escMoney(motor, esc) + (pinions[pinion]?.newMoney ?? 0) + (spurs[spur]?.newMoney ?? 0)
    );
  }

  /**
   * What the ESCs of a choice cost. Every motor needs an ESC of its own. Who owns one, or has one on the car, still buys the others;
   * an ESC that is not owned is bought once for every motor.
   */
  escMoney(motor: number, esc: number): number {
    const { newMoney, owned, fields } = this.options.escs[esc]!;
    const { count } = this.options.motors[motor]!.fields;
    const there = owned && this.task.scope.esc === 'plan' ? (this.base.motorCount ?? 1) : 1;
    return owned ? Math.max(0, count - there) * fields.eachMoney : newMoney * count;
  }

  /** The parts of a choice, in the order of the chain. */
  partsOf({ motor, pack, esc, pinion, spur }: Choice) {
    const { motors, packs, escs, pinions, spurs } = this.options;
    const gears = [pinions[pinion], spurs[spur]].filter((one) => one !== undefined);
    return [packs[pack]!, escs[esc]!, motors[motor]!, ...gears];
  }

  keyOf(choice: Choice): string {
    return [...this.partsOf(choice).map((part) => part.key), this.options.gearbox[choice.gearbox]!.name].join('|');
  }

  /** The plan file of a choice. */
  planOf(choice: Choice): PlanFile {
    return choicePlan(this.base, this.options, choice);
  }

  /** The same, resolved: what `resolvePlan(planOf(choice))` gives, without where its figures came from. */
  resolvedOf({ motor, pack, esc }: Pick<Choice, 'motor' | 'pack' | 'esc'>, ratio: number): ResolvedPlan {
    const source = this.packs[pack]!;
    const controller = this.escs[esc]!;
    const { cutoffVPerCell } = controller;
    const parts = {
      motor: this.motors[motor]!,
      motorCount: this.options.motors[motor]!.fields.count,
      esc: controller,
      pack: cutoffVPerCell === undefined ? source : { ...source, cutoffV: cutoffVPerCell * source.cells },
    };
    return {
      ...this.resolvedBase,
      car: {
        ...this.resolvedBase.car,
        massKg: this.massFactor * massWithParts(this.base.car, partsKg(parts)),
        chassis: this.base.car.chassis ?? usualChassis(parts.motor.diameterM),
      },
      ...parts,
      ratio,
    };
  }

  /** Parts of the base plan resolved by themselves, with what runs have taught of them. */
  private taught(part: Partial<PlanFile>, resolve: (log: ProvenanceLog) => Partial<ResolvedPlan>): ResolvedPlan {
    const log = new ProvenanceLog();
    const alone = { ...this.resolvedBase, ...resolve(log) };
    // Where a figure came from tells how it is learned.
    return applyLearned({ ...this.base, ...part }, { ...alone, provenance: log.origins });
  }

  private resolved<T>(name: string, resolve: () => T): T | undefined {
    try {
      return resolve();
    } catch (error) {
      if (!(error instanceof PlanError)) throw error;
      this.broken.push({ name, message: error.message });
      return undefined;
    }
  }
}
