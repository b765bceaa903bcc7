import type { FigurePath } from '../plan/figure-path';
import type { PlanFile } from '../plan/plan-file';
import type { Source } from '../plan/provenance';
import type { ResolvedPlan } from '../plan/resolve-plan';

/** A figure's place in the plan file; heat's two stand for all heat paths and stores, which no plan names. */
export type UncertainPath = FigurePath | HeatPath;
type HeatPath = 'heat.conductance' | 'heat.capacity';
const isOfHeat = (path: UncertainPath): path is HeatPath => path.startsWith('heat.');

/** A figure that a prediction rests on and nobody knows exactly. */
export interface UncertainFigure {
  path: UncertainPath;
  label: string;
  /** Standard deviation of its logarithm, docs/model.md section 2. */
  sigma: number;
  source: Source;
  /** How to measure it at the bench. */
  measure: string;
  /** Multiplies the figure in a copy of a resolved plan. */
  scale: (copy: ResolvedPlan, factor: number) => void;
}

const BY_SOURCE: Record<Source, number> = { measured: 0.02, label: 0.07, estimated: 0.3 };

interface Row {
  path: UncertainPath;
  label: string;
  /** By source; what is left out falls back to BY_SOURCE. */
  sigma: Partial<Record<Source, number>>;
  measure: string;
  scale: UncertainFigure['scale'];
  when?: (plan: PlanFile) => boolean;
}

const brushless = (plan: PlanFile) => plan.motor.kind === 'brushless';

const ROWS: readonly Row[] = [
  {
    path: 'motor.kvRpmPerV',
    label: 'kv',
    sigma: { label: 0.04, estimated: 0.15 },
    measure: 'Run it free at known volts with the pinion off and read the rpm; divide.',
    scale: (copy, factor) => {
      const { motor } = copy;
      motor.kvRpmPerV *= factor;
      motor.torqueConstantNmPerA /= factor;
      // An estimated winding follows its kv: the can gives Km, and R = (Kt/Km)².
      if (copy.provenance['motor.resistanceOhm']?.source === 'estimated') {
        motor.resistanceOhm /= factor * factor;
        motor.lagOhmPerRadS /= factor * factor;
      }
    },
  },
  {
    path: 'motor.resistanceOhm',
    label: 'winding resistance',
    sigma: { estimated: 0.3 },
    measure: 'Send a known few amps through two motor wires and read the volts across them; divide.',
    scale: (copy, factor) => {
      copy.motor.resistanceOhm *= factor;
      copy.motor.lagOhmPerRadS *= factor;
    },
  },
  {
    path: 'motor.noLoadCurrentA',
    label: 'no-load losses of the motor',
    sigma: { estimated: 0.4 },
    measure: 'Run it free with the pinion off and note amps and volts.',
    scale: (copy, factor) => {
      copy.motor.frictionTorqueNm *= factor;
      copy.motor.viscousTorqueNms *= factor;
    },
  },
  {
    path: 'motor.commutationLagUs',
    label: 'commutation lag',
    sigma: { estimated: 0.5, label: 0.5, measured: 0.5 },
    measure: 'It shows only in a logged run: rpm and amps at full throttle.',
    scale: (copy, factor) => void (copy.motor.lagOhmPerRadS *= factor),
    when: brushless,
  },
  {
    path: 'packs[0].cellResistanceOhm',
    label: 'resistance of the pack',
    sigma: { estimated: 0.35 },
    measure: 'Many chargers show the resistance of each cell: note it warm and full.',
    scale: (copy, factor) => void (copy.pack.resistanceOhm *= factor),
  },
  {
    path: 'esc.resistanceOhm',
    label: 'resistance of the ESC',
    sigma: { estimated: 0.3 },
    measure: 'Volts lost between pack and motor at known amps.',
    scale: (copy, factor) => void (copy.esc.resistanceOhm *= factor),
  },
  {
    path: 'car.dragAreaM2',
    label: 'air drag',
    sigma: { estimated: 0.3 },
    measure: 'Enter a measured top speed under Car, What it does today: the drag follows.',
    scale: (copy, factor) => void (copy.car.dragAreaM2 *= factor),
  },
  {
    path: 'site.rollingResistance',
    label: 'rolling resistance',
    sigma: { estimated: 0.25 },
    measure: 'Pull the car slowly over the ground with a luggage scale, pinion off: pull divided by weight.',
    scale: (copy, factor) => {
      copy.site.rollingResistance *= factor;
      copy.tow.rollingResistance *= factor;
    },
  },
  {
    path: 'site.grip',
    label: 'grip',
    sigma: { estimated: 0.15 },
    measure: 'Pull the car with the wheels held: the pull at which it slides, divided by its weight.',
    scale: (copy, factor) => void (copy.site.grip *= factor),
  },
  {
    path: 'car.driveEfficiency',
    label: 'efficiency of the drive',
    sigma: { estimated: 0.04 },
    measure: 'It shows in a logged run once drag and rolling are known.',
    scale: (copy, factor) => void (copy.car.driveEfficiency = Math.min(1, copy.car.driveEfficiency * factor)),
  },
  {
    path: 'car.tyre.diameterMm',
    label: 'tyre diameter',
    sigma: { measured: 0.01, label: 0.01, estimated: 0.01 },
    measure: 'Roll the car one turn of the wheel with its weight on; divide by 3.14.',
    scale: (copy, factor) => void (copy.car.tyreDiameterM *= factor),
  },
  {
    path: 'car.massKg',
    label: 'weight',
    sigma: { measured: 0.03, label: 0.03, estimated: 0.03 },
    measure: 'Weigh it ready to run, pack in.',
    scale: (copy, factor) => void (copy.car.massKg *= factor),
  },
  {
    path: 'heat.conductance',
    label: 'how well heat leaves',
    sigma: { estimated: 0.3 },
    measure: 'Can, ESC and pack with an infrared thermometer after a known run.',
    scale: (copy, factor) => void (copy.heatConductance *= factor),
  },
  {
    path: 'heat.capacity',
    label: 'how much heat parts hold',
    sigma: { estimated: 0.15 },
    measure: 'Temperatures a few times in the first minutes of a run.',
    scale: (copy, factor) => void (copy.heatCapacity *= factor),
  },
];

/** Every uncertain figure of a plan with its spread; provenance narrows it. */
export function uncertainFigures(plan: PlanFile, resolved: ResolvedPlan): UncertainFigure[] {
  return ROWS.filter((row) => row.when?.(plan) ?? true).map(({ path, label, measure, scale, sigma }) => {
    const source = (isOfHeat(path) ? undefined : resolved.provenance[path]?.source) ?? 'estimated';
    return { path, label, measure, scale, source, sigma: sigma[source] ?? BY_SOURCE[source] };
  });
}

/** A copy of a resolved plan whose figures may be scaled; the curves and provenance, which never are, stay shared. */
export function scalableCopy(plan: ResolvedPlan): ResolvedPlan {
  return {
    ...plan,
    car: { ...plan.car },
    motor: { ...plan.motor },
    esc: { ...plan.esc },
    pack: { ...plan.pack },
    site: { ...plan.site },
    tow: { ...plan.tow },
  };
}

/** A copy with one figure multiplied. */
export function scaledBy(plan: ResolvedPlan, figure: UncertainFigure, factor: number): ResolvedPlan {
  const copy = scalableCopy(plan);
  figure.scale(copy, factor);
  return copy;
}
