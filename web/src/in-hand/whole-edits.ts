import type { Motor, Pack } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';
import { setField } from '@puddler/core';

/** Edits that must change several fields at once to leave a plan that can be computed. */

export type MotorForm = 'brushed' | 'inrunner' | 'outrunner';

export const formOf = (motor: Motor): MotorForm => (motor.kind === 'brushed' ? 'brushed' : motor.form);

/** The motor as another kind: what both kinds know is kept, sizes start at the most usual. */
export function motorAs(motor: Motor, form: MotorForm): Motor {
  if (formOf(motor) === form) return motor;
  const { name, massG, shaftMm, maxRpm, maxCells } = motor;
  const shared = {
    name,
    ...(massG === undefined ? {} : { massG }),
    ...(shaftMm === undefined ? {} : { shaftMm }),
    ...(maxRpm === undefined ? {} : { maxRpm }),
    ...(maxCells === undefined ? {} : { maxCells }),
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

/** Fields that stand or fall together: clearing one clears the other, setting one fills the other. */
const PAIRS: Record<string, { other: string; start: number }> = {
  'gearing.pinion': { other: 'gearing.spur', start: 60 },
  'gearing.spur': { other: 'gearing.pinion', start: 20 },
  'motor.noLoadCurrentA': { other: 'motor.noLoadVoltageV', start: 7.4 },
  'motor.noLoadVoltageV': { other: 'motor.noLoadCurrentA', start: 2 },
};

/** Why a field cannot be cleared; undefined when it can. */
export function whyNeeded(plan: PlanBody, path: string): string | undefined {
  const { motor } = plan;
  if (motor.kind === 'brushed' && path === 'motor.turns' && motor.kvRpmPerV === undefined) return 'a brushed motor needs turns or kv';
  if (motor.kind === 'brushed' && path === 'motor.kvRpmPerV' && motor.turns === undefined) return 'a brushed motor needs turns or kv';
  const pack = /^packs\[(\d+)\]\.(cRating|cellResistanceOhm)$/.exec(path);
  if (pack) {
    const { chemistry, cRating, cellResistanceOhm } = plan.packs[Number(pack[1])]!;
    const left = pack[2] === 'cRating' ? cellResistanceOhm : cRating;
    if ((chemistry === 'lipo' || chemistry === 'lihv') && left === undefined) return 'a LiPo pack needs a C rating or the resistance of a cell';
  }
  return undefined;
}

/** The plan with a field set or cleared, and whatever must follow it. */
export function withField<P extends PlanBody>(plan: P, path: string, value: unknown): P {
  const pair = PAIRS[path];
  const next = setField(plan, path, value);
  if (pair) {
    if (value === undefined) return setField(next, pair.other, undefined);
    const [group, field] = pair.other.split('.') as [keyof PlanBody, string];
    if ((next[group] as Record<string, unknown>)[field] === undefined) return setField(next, pair.other, pair.start);
  }
  if (path === 'run.profile' && value !== undefined && !plan.run) return setField(next, 'run.minutes', 10);
  const alike = /^packs\[\d+\]\.(cells|chemistry)$/.exec(path);
  if (alike && plan.packWiring === 'parallel') {
    // Packs in parallel must be alike, so they change together.
    return { ...plan, packs: plan.packs.map((pack) => withRating({ ...pack, [alike[1]!]: value })) };
  }
  const chemistry = /^packs\[(\d+)\]\.chemistry$/.exec(path);
  if (chemistry) return { ...next, packs: next.packs.map((pack, i) => (i === Number(chemistry[1]) ? withRating(pack) : pack)) };
  return next;
}

/** A LiPo pack must say how hard it is; another chemistry may leave it out. */
function withRating(pack: Pack): Pack {
  const needs = (pack.chemistry === 'lipo' || pack.chemistry === 'lihv') && pack.cRating === undefined && pack.cellResistanceOhm === undefined;
  return needs ? { ...pack, cRating: 30 } : pack;
}

/** One pack more, like the last. */
export function withPackAdded(plan: PlanBody): PlanBody {
  return { ...plan, packs: [...plan.packs, plan.packs[plan.packs.length - 1]!] };
}

export function withPackRemoved(plan: PlanBody, index: number): PlanBody {
  return { ...plan, packs: plan.packs.filter((_, i) => i !== index) };
}
