import { compact } from '../compact';
import { resolveEsc, type ResolvedEsc } from '../chain/esc';
import { finalDriveRatio } from '../chain/gears';
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
import { choicePlan, withGearbox, type Choice } from './choice-plan';
import { searchOptions } from './all-options';
import type { SearchOptions, SearchScope, ShelfPart } from './options';
import { lapLengthM } from './lap-time';
import { bearsCells, PairRules } from './pair-rules';
import type { SearchQuery } from './query';

/** All that a search is about. `limits` are those a plan is judged by; `stock` the car as bought, where it is known. */
export interface SearchTask {
  base: PlanFile;
  shelf: readonly ShelfPart[];
  scope: SearchScope;
  query: SearchQuery;
  limits: Limits;
  stock?: PlanFile | undefined;
}

/** A pair of gears that fits a motor's shaft and the car. */
export interface GearChoice {
  pinion: number;
  spur: number;
  gearbox: number;
  ratio: number;
  newMoney: number;
}

/** Pairs of gears of one ratio. They do the same, so only one of them can be on a front: the cheapest, then the one with more parts owned, last by key. */
export interface GearRow {
  gear: GearChoice;
  /** What each of them costs, the cheapest first. */
  money: readonly number[];
}

/** Motors and packs weigh at most so much of the car without its parts. */
const MOST_PARTS_SHARE = 1.25;

/** All combinations of one motor and one pack. */
export interface Group {
  motor: number;
  pack: number;
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

  private readonly rules: PairRules;
  readonly resolvedBase: ResolvedPlan;
  /** What runs have taught of the car’s weight. */
  private readonly massFactor: number;
  private readonly motors: (ResolvedMotor | undefined)[];
  private readonly escs: (ResolvedEsc | undefined)[];
  private readonly packs: (ResolvedPack | undefined)[];
  private readonly escsOfPack: number[][];
  private readonly escTurns: boolean[][];
  private readonly pairFits: boolean[][];
  private readonly rows = new Map<number, readonly GearRow[]>();
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

    const rules = (this.rules = new PairRules(this.base, this.resolvedBase, task.limits, stock));
    const isRatedFor = (part: { motor: Motor } | { esc: Esc }, p: number) => {
      const source = this.packs[p];
      return source !== undefined && bearsCells(part, packs[p]!.fields.packs, source, task.limits);
    };
    const motorFits = motors.map(({ fields: { motor } }, m) => rules.motorFits(motor, this.motors[m]));
    const escFits = escs.map(({ fields: { esc } }) => rules.escFits(esc));
    const packFits = packs.map((one) => rules.packFits(one.fields.packs));
    const motorCells = motors.map(({ fields: { motor } }, m) => packs.map((_, p) => isRatedFor({ motor }, p) && this.motors[m] !== undefined));
    const escCells = escs.map(({ fields: { esc } }, e) => packs.map((_, p) => isRatedFor({ esc }, p) && this.escs[e] !== undefined));
    const bearing = packs.map((_, p) => escs.filter((_esc, e) => escCells[e]![p]).length);
    this.escsOfPack = packs.map((_, p) => escs.flatMap((_esc, e) => (escFits[e] && escCells[e]![p] ? [e] : [])));
    this.escTurns = escs.map(({ fields: { esc } }) => motors.map(({ fields: { motor } }) => rules.turns(esc, motor)));
    this.pairFits = pinions.map((pinion) => spurs.map((spur) => rules.meshes(pinion, spur)));

    const gearsInAll = Math.max(1, pinions.length * spurs.length) * gearbox.length;
    const gearsOf = motors.map((_, m) => (this.motors[m] ? this.gearsOf(m).length : 0));
    const counts = { all: motors.length * packs.length * escs.length * gearsInAll, cells: 0, fit: 0, gears: 0 };
    const groups: Group[] = [];
    for (const [m] of motors.entries()) {
      for (const [p] of packs.entries()) {
        if (!motorCells[m]![p] || !this.packs[p]) continue;
        counts.cells += bearing[p]! * gearsInAll;
        if (!motorFits[m] || !packFits[p] || !this.carries(m, p)) continue;
        const fitting = this.escsOf({ motor: m, pack: p }).length;
        counts.fit += fitting * gearsInAll;
        counts.gears += fitting * gearsOf[m]!;
        if (fitting * gearsOf[m]! > 0) groups.push({ motor: m, pack: p });
      }
    }
    this.counts = counts;
    const money = ({ motor, pack }: Group) => motors[motor]!.newMoney + packs[pack]!.newMoney;
    this.groups = groups.sort((a, b) => money(a) - money(b) || a.motor - b.motor || a.pack - b.pack);
  }

  /** Whether the rest of the car is heavy enough for motors and packs; those of the plan itself are in it. */
  private carries(motor: number, pack: number): boolean {
    const { massKg, weighedPartsG } = this.base.car;
    const kgOf = (count: number, one: ResolvedMotor, source: ResolvedPack) => count * one.massKg + source.massKg;
    const { motor: ownMotor, motorCount, pack: ownPack } = this.resolvedBase;
    const restKg = massKg - (weighedPartsG === undefined ? partsKg(this.resolvedBase) : weighedPartsG / 1000);
    const mostKg = Math.max(MOST_PARTS_SHARE * restKg, kgOf(motorCount, ownMotor, ownPack));
    return kgOf(this.options.motors[motor]!.fields.count, this.motors[motor]!, this.packs[pack]!) <= mostKg;
  }

  /** Metres of the lap that the active plan goes round; undefined where it drives none. */
  get lapM(): number | undefined {
    this.lap ??= { lengthM: lapLengthM(this.resolvedBase) };
    return this.lap.lengthM;
  }

  /** ESCs that bear a pack's cells, turn a motor and fit. */
  escsOf({ motor, pack }: Group): readonly number[] {
    return this.escsOfPack[pack]!.filter((esc) => this.escTurns[esc]![motor]);
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
    const { motors, pinions, spurs, gearbox } = this.options;
    const { car } = this.base;
    if (pinions.length === 0)
      return gearbox.map(({ ratio }, g) => ({ pinion: 0, spur: 0, gearbox: g, ratio: finalDriveRatio(car, withGearbox({}, ratio)), newMoney: 0 }));
    const found: GearChoice[] = [];
    for (const [i, pinion] of pinions.entries()) {
      if (!this.rules.goesOn(motors[motor]!.fields.motor, pinion, spurs[0])) continue;
      for (const [j, spur] of spurs.entries()) {
        if (!this.pairFits[i]![j]) continue;
        for (const [g, { ratio }] of gearbox.entries()) {
          const pair = { pinion: pinion.fields.teeth, spur: spur.fields.teeth };
          found.push({
            pinion: i,
            spur: j,
            gearbox: g,
            ratio: finalDriveRatio(car, withGearbox(pair, ratio)),
            newMoney: pinion.newMoney + spur.newMoney,
          });
        }
      }
    }
    return found;
  }

  /** The same, by ratio. */
  gearRowsOf(motor: number): readonly GearRow[] {
    let rows = this.rows.get(motor);
    if (!rows) this.rows.set(motor, (rows = this.byRatio(this.gearsOf(motor))));
    return rows;
  }

  private byRatio(gears: readonly GearChoice[]): GearRow[] {
    const { pinions, spurs, gearbox } = this.options;
    const owned = ({ pinion, spur }: GearChoice) => Number(pinions[pinion]?.owned ?? false) + Number(spurs[spur]?.owned ?? false);
    const key = (gear: GearChoice) => [pinions[gear.pinion]?.key, spurs[gear.spur]?.key, gearbox[gear.gearbox]!.name].join('|');
    const alike = new Map<number, GearChoice[]>();
    for (const gear of gears) {
      const row = alike.get(gear.ratio);
      if (row) row.push(gear);
      else alike.set(gear.ratio, [gear]);
    }
    return [...alike.values()].map((row) => {
      row.sort((a, b) => a.newMoney - b.newMoney || owned(b) - owned(a) || (key(a) < key(b) ? -1 : 1));
      return { gear: row[0]!, money: row.map((gear) => gear.newMoney) };
    });
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
