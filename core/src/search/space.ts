import { resolveEsc, type ResolvedEsc } from '../chain/esc';
import { finalDriveRatio } from '../chain/gears';
import { resolveMotor, type ResolvedMotor } from '../chain/motor';
import { resolvePacks, type ResolvedPack } from '../chain/pack';
import { cellFindings } from '../findings/electric';
import { overdriveFindings } from '../findings/drive';
import type { FindingId } from '../findings/finding';
import { fitFindings } from '../findings/fit';
import type { Limits } from '../findings/limits';
import { PlanError } from '../plan/plan-error';
import type { Esc, Motor, Pack, PlanFile } from '../plan/plan-file';
import { ProvenanceLog } from '../plan/provenance';
import { resolvePlan, type ResolvedPlan } from '../plan/resolve-plan';
import { searchOptions, type PinionOption, type SearchOptions, type SearchScope, type ShelfPart, type SpurOption } from './options';
import type { SearchWish } from './wish';

/** All that a search is about. `limits` are those a plan is judged by; `stock` the car as bought, where it is known. */
export interface SearchTask {
  base: PlanFile;
  shelf: readonly ShelfPart[];
  scope: SearchScope;
  wish: SearchWish;
  limits: Limits;
  stock?: PlanFile | undefined;
}

/** One combination: places in the space's lists. With direct drive `pinion` and `spur` are 0 and mean nothing. */
export interface Choice {
  motor: number;
  pack: number;
  esc: number;
  pinion: number;
  spur: number;
  gearbox: number;
}

/** A pair of gears that goes onto a motor and into the car. */
export interface GearChoice {
  pinion: number;
  spur: number;
  gearbox: number;
  ratio: number;
  newMoney: number;
}

/** All combinations of one motor and one pack. */
export interface Group {
  motor: number;
  pack: number;
}

const FITS_OF_MOTOR: readonly FindingId[] = ['fit-diameter', 'fit-length', 'mount-pattern', 'screw-depth'];
const FITS_OF_ESC: readonly FindingId[] = ['fit-esc', 'bec-voltage'];
const FITS_OF_GEARS: readonly FindingId[] = ['module', 'mesh-distance', 'spur-clearance'];
const DEFAULT_MINUTES = 10;

/**
 * The combinations that a task spans, and which parts go together: every rule of docs/model.md section 7 that needs
 * no computation of speed is asked once a part or a pair of parts, never once a combination.
 */
export class SearchSpace {
  readonly options: SearchOptions;
  /** The plan that parts are put into, driven for the minutes wished. */
  readonly base: PlanFile;
  readonly stock: ResolvedPlan | undefined;
  /** Motors and packs that go together, the cheapest first: what costs less settles early what may cost more. */
  readonly groups: readonly Group[];
  /** Combinations in all, and left after each rule that needs no computation. */
  readonly counts: { all: number; cells: number; fit: number; gears: number };
  /** Parts that cannot be computed, with the reason. */
  readonly broken: { name: string; message: string }[] = [];

  private readonly resolvedBase: ResolvedPlan;
  private readonly motors: (ResolvedMotor | undefined)[];
  private readonly escs: (ResolvedEsc | undefined)[];
  private readonly packs: (ResolvedPack | undefined)[];
  private readonly escsOfPack: number[][];
  private readonly pairFits: boolean[][];

  constructor(readonly task: SearchTask) {
    const { base, shelf, scope, wish, stock } = task;
    this.options = searchOptions(base, shelf, scope);
    this.base = { ...base, run: { profile: base.run?.profile ?? 'race', minutes: wish.minutes ?? base.run?.minutes ?? DEFAULT_MINUTES } };
    this.resolvedBase = resolvePlan(this.base);
    this.stock = stock && resolvePlan(stock);
    const { motors, escs, packs, pinions, spurs, gearbox } = this.options;
    this.motors = motors.map((one) => this.resolved(one.name, () => resolveMotor(one.fields.motor, new ProvenanceLog())));
    this.escs = escs.map((one) => this.resolved(one.name, () => resolveEsc(one.fields.esc, new ProvenanceLog())));
    // The cut-off is the ESC's: here the pack's usual one stands in for it.
    this.packs = packs.map((one) =>
      this.resolved(one.name, () => resolvePacks(one.fields.packs, one.fields.wiring ?? 'series', { name: '', continuousA: 1 }, new ProvenanceLog())),
    );

    const motorFits = motors.map(({ fields: { motor } }, m) => this.fits({ motor }, FITS_OF_MOTOR, m));
    const escFits = escs.map(({ fields: { esc } }) => this.fits({ esc }, FITS_OF_ESC));
    const packFits = packs.map((one) => this.fits({ packs: one.fields.packs }, ['fit-pack']));
    const motorCells = motors.map(({ fields: { motor } }, m) => packs.map((_, p) => this.bearsCells({ motor }, p) && this.motors[m] !== undefined));
    const escCells = escs.map(({ fields: { esc } }, e) => packs.map((_, p) => this.bearsCells({ esc }, p) && this.escs[e] !== undefined));
    const bearing = packs.map((_, p) => escs.filter((_esc, e) => escCells[e]![p]).length);
    this.escsOfPack = packs.map((_, p) => escs.flatMap((_esc, e) => (escFits[e] && escCells[e]![p] ? [e] : [])));
    this.pairFits = pinions.map((pinion) => spurs.map((spur) => this.meshes(pinion, spur)));

    const gearsInAll = Math.max(1, pinions.length * spurs.length) * gearbox.length;
    const gearsOf = motors.map((_, m) => (this.motors[m] ? this.gearsOf(m).length : 0));
    const counts = { all: motors.length * packs.length * escs.length * gearsInAll, cells: 0, fit: 0, gears: 0 };
    const groups: Group[] = [];
    for (const [m] of motors.entries()) {
      for (const [p] of packs.entries()) {
        if (!motorCells[m]![p] || !this.packs[p]) continue;
        counts.cells += bearing[p]! * gearsInAll;
        if (!motorFits[m] || !packFits[p]) continue;
        const fitting = this.escsOf(p).length;
        counts.fit += fitting * gearsInAll;
        counts.gears += fitting * gearsOf[m]!;
        if (fitting * gearsOf[m]! > 0) groups.push({ motor: m, pack: p });
      }
    }
    this.counts = counts;
    const money = ({ motor, pack }: Group) => motors[motor]!.newMoney + packs[pack]!.newMoney;
    this.groups = groups.sort((a, b) => money(a) - money(b) || a.motor - b.motor || a.pack - b.pack);
  }

  /** ESCs that bear a pack's cells and fit. */
  escsOf(pack: number): readonly number[] {
    return this.escsOfPack[pack]!;
  }

  /** An ESC that is not broken. */
  escOf(esc: number): ResolvedEsc {
    return this.escs[esc]!;
  }

  /** Gears that go onto a motor's shaft, mesh, and fit. */
  gearsOf(motor: number): GearChoice[] {
    const { pinions, spurs, gearbox } = this.options;
    const { car } = this.base;
    if (pinions.length === 0)
      return gearbox.map(({ ratio }, g) => ({ pinion: 0, spur: 0, gearbox: g, ratio: finalDriveRatio(car, gearing({}, ratio)), newMoney: 0 }));
    const found: GearChoice[] = [];
    for (const [i, pinion] of pinions.entries()) {
      if (!this.goesOn(motor, pinion)) continue;
      for (const [j, spur] of spurs.entries()) {
        if (!this.pairFits[i]![j]) continue;
        for (const [g, { ratio }] of gearbox.entries()) {
          const pair = { pinion: pinion.fields.teeth, spur: spur.fields.teeth };
          found.push({
            pinion: i,
            spur: j,
            gearbox: g,
            ratio: finalDriveRatio(car, gearing(pair, ratio)),
            newMoney: pinion.newMoney + spur.newMoney,
          });
        }
      }
    }
    return found;
  }

  newMoney({ motor, pack, esc, pinion, spur }: Choice): number {
    const { motors, packs, pinions, spurs } = this.options;
    return (
      motors[motor]!.newMoney + packs[pack]!.newMoney + this.escMoney(motor, esc) + (pinions[pinion]?.newMoney ?? 0) + (spurs[spur]?.newMoney ?? 0)
    );
  }

  /** Each motor has an ESC of its own: of an owned one, or the one on the car, all but the first are bought. */
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
    const { motors, packs, escs, pinions, spurs, gearbox } = this.options;
    const { motor, count } = motors[choice.motor]!.fields;
    const { packs: all, wiring } = packs[choice.pack]!.fields;
    const { packWiring: _wiring, motorCount: _count, measured, ...rest } = this.base;
    const stays = (measured ?? []).filter((path) => !this.replaces(choice, path));
    return {
      ...rest,
      motor,
      ...(count > 1 || this.base.motorCount !== undefined ? { motorCount: count } : {}),
      esc: escs[choice.esc]!.fields.esc,
      packs: all,
      ...(wiring ? { packWiring: wiring } : {}),
      gearing: this.gearingOf(pinions[choice.pinion], spurs[choice.spur], gearbox[choice.gearbox]!.ratio, motor),
      ...(stays.length > 0 ? { measured: stays } : {}),
    };
  }

  /** The same, resolved: what `resolvePlan(planOf(choice))` gives, without where its figures came from. */
  resolvedOf({ motor, pack, esc }: Pick<Choice, 'motor' | 'pack' | 'esc'>, ratio: number): ResolvedPlan {
    const source = this.packs[pack]!;
    const controller = this.escs[esc]!;
    const { cutoffVPerCell } = controller;
    return {
      ...this.resolvedBase,
      motor: this.motors[motor]!,
      motorCount: this.options.motors[motor]!.fields.count,
      esc: controller,
      pack: cutoffVPerCell === undefined ? source : { ...source, cutoffV: cutoffVPerCell * source.cells },
      ratio,
    };
  }

  private replaces(choice: Choice, path: string): boolean {
    const link = /^(motor|esc|packs|gearing)\b/.exec(path)?.[1];
    const { motors, packs, escs } = this.options;
    if (link === 'motor') return motors[choice.motor]!.fields.motor !== this.base.motor;
    if (link === 'esc') return escs[choice.esc]!.fields.esc !== this.base.esc;
    return link === 'packs' ? packs[choice.pack]!.fields.packs !== this.base.packs : link === 'gearing';
  }

  private gearingOf(pinion: PinionOption | undefined, spur: SpurOption | undefined, ratio: number | undefined, motor: Motor): PlanFile['gearing'] {
    if (!pinion || !spur) return gearing({}, ratio);
    const boreMm = pinion.fields.boreMm === 'of the shaft' ? motor.shaftMm : pinion.fields.boreMm;
    const { moduleMm } = pinion.fields;
    return gearing(
      {
        pinion: pinion.fields.teeth,
        spur: spur.fields.teeth,
        ...(moduleMm === undefined ? {} : { moduleMm }),
        ...(spur.fields.moduleMm === undefined ? {} : { spurModuleMm: spur.fields.moduleMm }),
        ...(boreMm === undefined ? {} : { pinionBoreMm: boreMm }),
      },
      ratio,
    );
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

  /** No stop among `ids` with these parts in the plan; the motor's own size is asked of the resolved one. */
  private fits(parts: Partial<{ motor: Motor; esc: Esc; packs: Pack[] }>, ids: readonly FindingId[], motor?: number): boolean {
    const sized = motor === undefined ? this.resolvedBase : { ...this.resolvedBase, motor: this.motors[motor] ?? this.resolvedBase.motor };
    return fitFindings({ ...this.base, ...parts }, sized, this.task.limits).every((one) => one.level !== 'stop' || !ids.includes(one.id));
  }

  private bearsCells(part: { motor: Motor } | { esc: Esc }, pack: number): boolean {
    const source = this.packs[pack];
    if (!source) return false;
    const plan = {
      motor: { name: '', kind: 'brushed', sizeClass: '540', turns: 27 } as Motor,
      esc: { name: '', continuousA: 1 },
      packs: this.options.packs[pack]!.fields.packs,
      ...part,
    };
    return cellFindings({ plan, resolved: { pack: source } }).length === 0;
  }

  private meshes(pinion: PinionOption, spur: SpurOption): boolean {
    const { spurMin = -Infinity, spurMax = Infinity } = this.base.car.bay ?? {};
    // The spur that is on the car goes in, whatever was noted.
    if (spur.key !== 'plan' && (spur.fields.teeth < spurMin || spur.fields.teeth > spurMax)) return false;
    const plan = { ...this.base, gearing: this.gearingOf(pinion, spur, undefined, this.base.motor) };
    const found = [...fitFindings(plan, this.resolvedBase, this.task.limits), ...overdriveFindings({ plan, limits: this.task.limits })];
    return found.every((one) => one.level !== 'stop' || !(FITS_OF_GEARS.includes(one.id) || one.id === 'overdrive'));
  }

  private goesOn(motor: number, pinion: PinionOption): boolean {
    const own = this.options.motors[motor]!.fields.motor;
    const plan = { ...this.base, motor: own, gearing: this.gearingOf(pinion, this.options.spurs[0], undefined, own) };
    return fitFindings(plan, this.resolvedBase, this.task.limits).every((one) => one.id !== 'shaft-bore');
  }
}

function gearing(pair: Omit<PlanFile['gearing'], 'gearboxRatio'>, ratio: number | undefined): PlanFile['gearing'] {
  return { ...pair, ...(ratio === undefined ? {} : { gearboxRatio: ratio }) };
}
