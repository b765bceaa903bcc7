import type { Esc, Motor, Pack, PlanFile } from '../plan/plan-file';
import type { Part, PartKind } from '../shelf/part';
import { ESC_CLASSES, MOTOR_CLASSES, PACK_CLASSES, PINION_TEETH } from './classes';

/** Where the parts of one kind come from: the plan's own, what is owned, all on the shelf, or the shelf and generic sizes. */
export const PART_SOURCES = ['plan', 'owned', 'shelf', 'classes'] as const;
export type PartSource = (typeof PART_SOURCES)[number];

/** What a search may vary. */
export interface SearchScope {
  motor: PartSource;
  esc: PartSource;
  pack: PartSource;
  gears: PartSource;
  /** Two of the same pack in series or in parallel. Unlike packs are never joined: the weaker is run flat. */
  packPairs: boolean;
  twoMotors: boolean;
  /** Every ratio of the car's gearbox. */
  gearbox: boolean;
}

/** A part on the shelf with what it is known by. */
export interface ShelfPart {
  id: string;
  part: Part;
}

/** One choice for one link. Keys are stable: they name the part and how often it is taken. */
export interface Option<T> {
  key: string;
  name: string;
  /** Money for what is not owned yet. */
  newMoney: number;
  /** All of it is owned. */
  owned: boolean;
  /** The price is the middle of its kind's on the shelf, or nothing where there is none. */
  priceGuessed: boolean;
  fields: T;
}

export type MotorOption = Option<{ motor: Motor; count: number }>;
/** Each motor has an ESC of its own: `eachMoney` is what another of the same costs. */
export type EscOption = Option<{ esc: Esc; eachMoney: number; eachGuessed: boolean }>;
export type PackOption = Option<{ packs: Pack[]; wiring: 'series' | 'parallel' | undefined }>;
/** A generic pinion is bought with the bore of the motor's shaft. */
export type PinionOption = Option<{ teeth: number; moduleMm: number | undefined; boreMm: number | 'of the shaft' | undefined }>;
export type SpurOption = Option<{ teeth: number; moduleMm: number | undefined }>;

export interface SearchOptions {
  motors: MotorOption[];
  escs: EscOption[];
  packs: PackOption[];
  /** Empty, with `spurs`, when the plan drives directly. */
  pinions: PinionOption[];
  spurs: SpurOption[];
  /** Ratios of the gearbox to try; undefined is the plan's own. */
  gearbox: { name: string; ratio: number | undefined }[];
}

interface Priced {
  newMoney: number;
  owned: boolean;
  priceGuessed: boolean;
}

const NO_DIFFERENCE: readonly string[] = ['name', 'eachMoney', 'eachGuessed'];

/** Choices that differ in nothing but name and price are one: the cheapest of them, an owned one before the others. */
function distinct<T>(options: readonly Option<T>[]): Option<T>[] {
  const best = new Map<string, Option<T>>();
  for (const option of options) {
    const key = JSON.stringify(option.fields, (field, value: unknown) => (NO_DIFFERENCE.includes(field) ? undefined : value));
    const before = best.get(key);
    if (!before || option.newMoney < before.newMoney || (option.newMoney === before.newMoney && option.owned && !before.owned)) best.set(key, option);
  }
  return [...best.values()];
}

/**
 * Every choice a scope allows. The plan's own part always is one; where the shelf has a part of its name that one
 * stands for it. Worn-out parts are left out.
 */
export function searchOptions(base: PlanFile, shelf: readonly ShelfPart[], scope: SearchScope): SearchOptions {
  const usable = shelf.filter(({ part }) => part.status !== 'worn-out');
  const middle = middlePrices(usable);
  const priced = (part: Part, count: number): Priced => {
    const each = part.price ?? middle[part.kind] ?? 0;
    const toBuy = part.status === 'owned' ? count - 1 : count;
    return { newMoney: toBuy * each, owned: toBuy === 0, priceGuessed: toBuy > 0 && part.price === undefined };
  };
  const generic = (kind: PartKind, count: number): Priced => ({ newMoney: count * (middle[kind] ?? 0), owned: false, priceGuessed: true });
  const kept: Priced = { newMoney: 0, owned: true, priceGuessed: false };
  const ofKind = <K extends PartKind>(kind: K, source: PartSource) =>
    source === 'plan'
      ? []
      : usable.filter(
          (one): one is { id: string; part: Extract<Part, { kind: K }> } =>
            one.part.kind === kind && (source !== 'owned' || one.part.status === 'owned'),
        );
  /** What the plan has itself: kept at no cost, or not named when the shelf has it by the same name. */
  const own = <T extends { name: string }>(kind: PartKind, source: PartSource, part: T): (Priced & { part: T })[] => {
    if (source === 'plan') return [{ ...kept, part }];
    const twin = shelf.find((one) => one.part.kind === kind && one.part.name.toLowerCase() === part.name.toLowerCase());
    return twin || source === 'owned' ? [] : [{ ...generic(kind, 1), part }];
  };

  const fitted = base.motorCount ?? 1;
  /** What stays as it is, and more of it where two motors are tried. */
  const more = (kind: PartKind, count: number): Priced => (count > fitted ? generic(kind, count - fitted) : kept);
  const each = (kind: PartKind, part?: Part) => ({ eachMoney: part?.price ?? middle[kind] ?? 0, eachGuessed: part?.price === undefined });

  const motors = [
    ...own('motor', scope.motor, base.motor).map((one) => ({
      key: 'plan',
      motor: one.part,
      price: (n: number) => (scope.motor === 'plan' ? more('motor', n) : times(one, n)),
    })),
    ...ofKind('motor', scope.motor).map(({ id, part }) => ({
      key: id,
      motor: { name: part.name, ...part.spec },
      price: (n: number) => priced(part, n),
    })),
    ...(scope.motor === 'classes' ? MOTOR_CLASSES.map((motor) => ({ key: motor.name, motor, price: (n: number) => generic('motor', n) })) : []),
  ];
  const counts = scope.twoMotors ? [1, 2] : [fitted];
  const escs = [
    ...own('esc', scope.esc, base.esc).map(({ part, ...price }) => ({ key: 'plan', esc: part, price, each: each('esc') })),
    ...ofKind('esc', scope.esc).map(({ id, part }) => ({
      key: id,
      esc: { name: part.name, ...part.spec },
      price: priced(part, 1),
      each: each('esc', part),
    })),
    ...(scope.esc === 'classes' ? ESC_CLASSES.map((esc) => ({ key: esc.name, esc, price: generic('esc', 1), each: each('esc') })) : []),
  ];
  const escOptions = escs.map(({ key, esc, price, each: another }): EscOption => ({ key, name: esc.name, ...price, fields: { esc, ...another } }));
  return {
    motors: distinct(
      motors.flatMap(({ key, motor, price }) =>
        counts.map((count): MotorOption => ({
          key: count > 1 ? `${key}×${count}` : key,
          name: motor.name,
          ...price(count),
          fields: { motor, count },
        })),
      ),
    ),
    // With two motors the price of another counts too.
    escs: Math.max(...counts) > 1 ? escOptions : distinct(escOptions),
    packs: distinct(packOptions()),
    ...gearOptions(),
    gearbox:
      scope.gearbox && base.car.gearboxRatios?.length
        ? base.car.gearboxRatios.map(({ name, ratio }) => ({ name, ratio }))
        : [{ name: '', ratio: base.gearing.gearboxRatio }],
  };

  function packOptions(): PackOption[] {
    const wirings = scope.packPairs ? ([undefined, 'series', 'parallel'] as const) : ([undefined] as const);
    const singles = [
      ...ofKind('pack', scope.pack).map(({ id, part }) => ({
        key: id,
        pack: { name: part.name, ...part.spec },
        price: (n: number) => priced(part, n),
      })),
      ...(scope.pack === 'classes' ? PACK_CLASSES.map((pack) => ({ key: pack.name, pack, price: (n: number) => generic('pack', n) })) : []),
    ];
    const pairs = singles.flatMap(({ key, pack, price }) =>
      wirings.map((wiring): PackOption => {
        const count = wiring ? 2 : 1;
        return {
          key: wiring ? `${key}×2 ${wiring}` : key,
          name: wiring ? `two ${pack.name} in ${wiring}` : pack.name,
          ...price(count),
          fields: { packs: Array.from({ length: count }, () => pack), wiring },
        };
      }),
    );
    const first = base.packs[0]!;
    const whole: PackOption[] = own('pack', scope.pack, first).map(({ part: _part, ...price }) => ({
      key: 'plan',
      name: base.packs.map((pack) => pack.name).join(' + '),
      ...price,
      fields: { packs: base.packs, wiring: base.packWiring },
    }));
    return [...whole, ...pairs];
  }

  function gearOptions(): Pick<SearchOptions, 'pinions' | 'spurs'> {
    const { pinion, spur, moduleMm, spurModuleMm, pinionBoreMm } = base.gearing;
    if (pinion === undefined || spur === undefined) return { pinions: [], spurs: [] };
    const toothMm = moduleMm ?? base.car.bay?.moduleMm;
    const keptPinion: PinionOption = { key: 'plan', name: `${pinion} T`, ...kept, fields: { teeth: pinion, moduleMm, boreMm: pinionBoreMm } };
    const keptSpur: SpurOption = { key: 'plan', name: `${spur} T`, ...kept, fields: { teeth: spur, moduleMm: spurModuleMm } };
    const pinions = ofKind('pinion', scope.gears).map(({ id, part }): PinionOption => ({
      key: id,
      name: part.name,
      ...priced(part, 1),
      fields: { teeth: part.spec.teeth, moduleMm: part.spec.moduleMm, boreMm: part.spec.boreMm },
    }));
    const spurs = ofKind('spur', scope.gears).map(({ id, part }): SpurOption => ({
      key: id,
      name: part.name,
      ...priced(part, 1),
      fields: { teeth: part.spec.teeth, moduleMm: part.spec.moduleMm },
    }));
    const { spurMin, spurMax } = base.car.bay ?? {};
    const anySpur = spurMin !== undefined && spurMax !== undefined ? Array.from({ length: spurMax - spurMin + 1 }, (_, i) => spurMin + i) : [];
    const buyable = scope.gears === 'classes';
    return {
      pinions: distinct([
        keptPinion,
        ...pinions,
        ...(buyable
          ? PINION_TEETH.map((teeth): PinionOption => ({
              key: `${teeth}T`,
              name: `${teeth} T`,
              ...generic('pinion', 1),
              fields: { teeth, moduleMm: toothMm, boreMm: 'of the shaft' },
            }))
          : []),
      ]),
      spurs: distinct([
        keptSpur,
        ...spurs,
        ...(buyable
          ? anySpur
              .filter((teeth) => teeth !== spur)
              .map((teeth): SpurOption => ({ key: `${teeth}T`, name: `${teeth} T`, ...generic('spur', 1), fields: { teeth, moduleMm: toothMm } }))
          : []),
      ]),
    };
  }
}

function times({ newMoney, owned, priceGuessed }: Priced, count: number): Priced {
  return { newMoney: newMoney * count, owned, priceGuessed };
}

/** The middle price of each kind on the shelf. */
function middlePrices(shelf: readonly ShelfPart[]): Partial<Record<PartKind, number>> {
  const prices: Partial<Record<PartKind, number[]>> = {};
  for (const { part } of shelf) if (part.price !== undefined) (prices[part.kind] ??= []).push(part.price);
  return Object.fromEntries(Object.entries(prices).map(([kind, all]) => [kind, all.sort((a, b) => a - b)[all.length >> 1]!]));
}
