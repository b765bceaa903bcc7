import type { UnitSystem } from '@puddler/figures';
import { RANGES, type Range } from '@puddler/contract/shared';
import type { FigurePath, LinkName, PlanFile } from '@puddler/core';
import { getField } from '@puddler/core';

/** A figure that a link shows as a stepper. */
export interface StepSpec {
  link: LinkName;
  path: FigurePath;
  label: string;
  suffix?: string;
  range: Range;
  /** One press, in the unit shown. */
  step: (system: UnitSystem) => number;
  /** Shows the speeds that one press either way would give. */
  showsNeighbours: boolean;
}

const spec = (
  link: LinkName,
  path: FigurePath,
  label: string,
  range: Range,
  step: number | ((system: UnitSystem) => number),
  more: { suffix?: string; quiet?: true } = {},
): StepSpec => ({
  link,
  path,
  label,
  range,
  step: typeof step === 'number' ? () => step : step,
  showsNeighbours: !more.quiet,
  ...(more.suffix ? { suffix: more.suffix } : {}),
});

const CELLS = spec('pack', 'packs[0].cells', 'cells', RANGES['packs.cells'], 1);
const AMPS = spec('esc', 'esc.continuousA', 'ESC rating', RANGES['esc.continuousA'], 5, { quiet: true });
const KV = spec('motor', 'motor.kvRpmPerV', 'kv', RANGES['motor.kvRpmPerV'], 50);
const TURNS = spec('motor', 'motor.turns', 'turns', RANGES['motor.turns'], 1, { suffix: 'turns' });
const PINION = spec('gears', 'gearing.pinion', 'pinion', RANGES['gearing.pinion'], 1, { suffix: 'pinion' });
const SPUR = spec('gears', 'gearing.spur', 'spur', RANGES['gearing.spur'], 1, { suffix: 'spur' });
const RATIO = spec('gears', 'car.internalRatio', 'ratio', RANGES['car.internalRatio'], 0.1, { suffix: ': 1' });
const TYRE = spec('tyres', 'car.tyre.diameterMm', 'tyre diameter', RANGES['car.tyre.diameterMm'], (system) => (system === 'metric' ? 1 : 0.05));
const AIR = spec('road', 'site.ambientC', 'air temperature', RANGES['site.ambientC'], 1, { quiet: true });

/** The steppers of a plan, in the order of the chain. */
export function stepsOf(file: PlanFile): StepSpec[] {
  const { motor, gearing } = file;
  const winding = motor.kind === 'brushed' && motor.kvRpmPerV === undefined ? TURNS : KV;
  const gears = gearing.pinion === undefined ? [RATIO] : [PINION, SPUR];
  return [CELLS, AMPS, winding, ...gears, TYRE, AIR];
}

/** The spec for a keyboard step, when the plan has that figure. */
export function stepFor(file: PlanFile, path: FigurePath): StepSpec | undefined {
  return stepsOf(file).find((step) => step.path === path);
}

export function figureOf(file: PlanFile, path: FigurePath): number {
  return getField(file, path) as number;
}
