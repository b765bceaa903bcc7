import { compact } from '../compact';
import { setField } from './fields';
import { ratedAfter, withUsualRating } from './pack-rating';
import type { CarPath, FigurePath } from './figure-path';
import type { Car, Gearing, Motor, PlanBody, PlanFile, ProfileName } from './plan-file';
import { plannedRun, runAs } from './planned-run';
import { chosen, marked, usualPartAt } from './usual-parts';

/** Edits of a plan file, and what must follow each of them. Which figures of a car can be a plan's own says conversion.ts. */

/** One field to change; undefined takes it out. Paths are those of the plan file. */
export interface PlanEdit {
  path: FigurePath;
  value: unknown;
}

const CAR = 'car.';

/** Whether a path of the plan file is one of its car. */
export const isOfCar = (path: FigurePath): path is `car.${CarPath}` => path.startsWith(CAR);

/** A car's path as it stands in the car itself: `car.massKg` is its `massKg`. */
export const pathInCar = (path: `car.${CarPath}`): CarPath => path.slice(CAR.length) as CarPath;

/** A plan with edits made, the car's among them. */
export function withEdits(plan: PlanFile, edits: readonly PlanEdit[]): PlanFile {
  return edits.reduce((changed, { path, value }) => withoutFollowing(countedAt(setField(changed, path, value), path), path), plan);
}

/** A weight that is set is that of the parts at hand: it no longer follows from those that were in the car before. */
function withoutFollowing(plan: PlanFile, path: FigurePath): PlanFile {
  return path === 'car.massKg' && plan.car.weighedPartsG !== undefined ? { ...plan, car: weighedAlone(plan.car) } : plan;
}

function weighedAlone({ weighedPartsG: _weighed, ...car }: Car): Car {
  return car;
}

/** The same, with what must follow each edit: pairs stay pairs, packs in parallel stay alike. */
export function withFigure(plan: PlanFile, path: FigurePath, value: unknown): PlanFile {
  return isOfCar(path) ? { ...plan, car: withCarField(plan.car, pathInCar(path), value) } : withField(plan, path, value);
}

/** A car with a figure set or taken out. What was typical of its kind is its own from then on. */
export function withCarField(car: Car, path: CarPath, value: unknown): Car {
  const set = setField(car, path, value);
  // An efficiency that was measured is that of the drive which was there.
  const next = path === 'massKg' ? weighedAlone(set) : path === 'drive' ? setField(set, 'driveEfficiency', undefined) : set;
  const typical = next.typical?.filter((one) => one !== path);
  return setField(next, 'typical', typical && typical.length > 0 ? typical : undefined);
}

/** A plan with or without its car. */
type PlanLike = Omit<PlanBody, 'conversion'>;

export type MotorForm = 'brushed' | 'inrunner' | 'outrunner';

export const motorFormOf = (motor: Motor): MotorForm => (motor.kind === 'brushed' ? 'brushed' : motor.form);

/** The motor as another kind: what both kinds know is kept, sizes start at the most usual. */
function motorAs(motor: Motor, form: MotorForm): Motor {
  const { name, massG, shaftMm, maxRpm, maxCells } = motor;
  const shared = {
    name,
    ...compact({ massG, shaftMm, maxRpm, maxCells }),
  };
  const kvRpmPerV = motor.kvRpmPerV ?? 3000;
  switch (form) {
    case 'brushed':
      return { ...shared, kind: 'brushed', sizeClass: '540', turns: 27 };
    case 'inrunner':
      return { ...shared, kind: 'brushless', form, kvRpmPerV, diameterMm: 36, lengthMm: 52 };
    case 'outrunner':
      return { ...shared, kind: 'brushless', form, kvRpmPerV, statorDiameterMm: 28, statorHeightMm: 12 };
  }
}

/** Figures that stand or fall together: clearing one clears the other. */
const PAIRS: Partial<Record<FigurePath, FigurePath>> = {
  'gearing.pinion': 'gearing.spur',
  'gearing.spur': 'gearing.pinion',
  'motor.noLoadCurrentA': 'motor.noLoadVoltageV',
  'motor.noLoadVoltageV': 'motor.noLoadCurrentA',
};

/** Why a figure cannot be set, or cleared with undefined, by itself; undefined when it can. */
export function whyNotAlone({ motor }: PlanLike, path: FigurePath, value: unknown): string | undefined {
  if (value === undefined) {
    if (motor.kind !== 'brushed') return undefined;
    const isLast = path === 'motor.turns' ? motor.kvRpmPerV === undefined : path === 'motor.kvRpmPerV' && motor.turns === undefined;
    return isLast ? 'a brushed motor needs turns or kv' : undefined;
  }
  const isNoLoad = path === 'motor.noLoadCurrentA' || path === 'motor.noLoadVoltageV';
  if (isNoLoad && motor.noLoadCurrentA === undefined) return 'counts only with its volts: type both, “2.1 A at 7.4 V”';
  return undefined;
}

/** Gears of which one was counted or chosen: it is not just the usual one any more. */
function counted({ typical, ...gearing }: Gearing, gear: 'pinion' | 'spur'): Gearing {
  const left = typical?.filter((one) => one !== gear && gearing[one] !== undefined) ?? [];
  return left.length > 0 ? { ...gearing, typical: left } : gearing;
}

/** Teeth of a gear that nobody has counted, where the other one is given. */
const USUAL_TEETH = { pinion: 20, spur: 60 } as const;

/** Gears of which one has so many teeth, counted or chosen; the other is the usual one where there is none. */
export function withTeeth(gearing: Gearing, gear: 'pinion' | 'spur', teeth: number): Gearing {
  const other = gear === 'pinion' ? 'spur' : 'pinion';
  const next = { ...counted(gearing, gear), [gear]: teeth };
  return next[other] === undefined ? { ...next, [other]: USUAL_TEETH[other], typical: [other] } : next;
}

const gearAt = (path: FigurePath) => (path === 'gearing.pinion' ? 'pinion' : path === 'gearing.spur' ? 'spur' : undefined);

/** What is only usual gives way to what is given, and comes back where that is taken out. */
function countedAt<P extends PlanLike>(plan: P, path: FigurePath): P {
  const part = usualPartAt(path);
  const pack = /^packs\[(\d+)\]\.(\w+)$/.exec(path);
  if (pack)
    return {
      ...chosen(plan, 'pack'),
      packs: plan.packs.map((one, i) => (i === Number(pack[1]) ? ratedAfter(one, pack[2]!) : withUsualRating(one))),
    };
  if (part) return chosen(plan, part);
  const gear = gearAt(path);
  return gear && plan.gearing.typical ? { ...plan, gearing: counted(plan.gearing, gear) } : plan;
}

/** The plan with a field set or cleared, and whatever must follow it. */
export function withField<P extends PlanLike>(plan: P, path: FigurePath, value: unknown): P {
  return countedAt(followed(plan, path, value), path);
}

function followed<P extends PlanLike>(plan: P, path: FigurePath, value: unknown): P {
  const pair = PAIRS[path];
  const gear = gearAt(path);
  if (gear && typeof value === 'number') return { ...plan, gearing: withTeeth(plan.gearing, gear, value) };
  const next = setField(plan, path, value);
  if (pair && value === undefined) return setField(next, pair, undefined);
  if (path === 'tow.massKg' && value === undefined) return setField(next, 'tow', undefined);
  if (path === 'run.profile' && value !== undefined) return { ...next, run: runAs(plannedRun(plan), value as ProfileName) };
  const alike = /^packs\[\d+\]\.(cells|chemistry)$/.exec(path);
  if (alike && plan.packWiring === 'parallel') {
    // Packs in parallel must be alike, so they change together.
    return { ...plan, packs: plan.packs.map((pack) => ({ ...pack, [alike[1]!]: value })) };
  }
  return next;
}

/** The plan with another kind of motor in it: nobody has said which, so its sizes are only the usual ones. */
export function withMotorForm<P extends PlanLike>(plan: P, form: MotorForm): P {
  return motorFormOf(plan.motor) === form ? plan : { ...marked(plan, 'motor', true), motor: motorAs(plan.motor, form) };
}

/** One pack more, like the last. */
export function withPackAdded(plan: PlanLike): PlanLike {
  return { ...plan, packs: [...plan.packs, plan.packs[plan.packs.length - 1]!] };
}

export function withPackRemoved(plan: PlanLike, index: number): PlanLike {
  return { ...plan, packs: plan.packs.filter((_, i) => i !== index) };
}
