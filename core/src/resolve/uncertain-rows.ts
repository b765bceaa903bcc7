import type { FigurePath } from '../plan/figure-path';
import type { PlanFile } from '../plan/plan-file';
import type { Source } from '../plan/provenance';
import { hasOwnTiming } from '../plan/planned-run';
import type { ResolvedPlan } from './resolved-plan';
import { givenAs, scaleKv } from './scale-kv';

/** A figure's place in the plan file; or of what no plan names: heat paths and stores, slip, what the radio takes, and how its driver drives. */
export type UncertainPath = FigurePath | OfNoPlan;
type OfNoPlan =
  | 'heat.windingToCan'
  | 'heat.canToAir'
  | 'heat.esc'
  | 'heat.capacity'
  | 'tyres.slip'
  | 'tyres.spinUp'
  | 'radio.receiver'
  | 'driver.fullThrottle'
  | 'driver.cornerSpeed';
export const isOfNoPlan = (path: UncertainPath): path is OfNoPlan => /^(heat|tyres|radio|driver)\./.test(path);

export const BY_SOURCE: Record<Exclude<Source, 'learned'>, number> = { measured: 0.02, label: 0.07, typical: 0.1, estimated: 0.3 };
/** Spread of the time that drivers keep full throttle, and of the speed of their corners: on usual ground, and on a course that was measured. */
export const DRIVER_SIGMA = { usual: 0.35, ownCourse: 0.1 };
const CORNER_SIGMA = { usual: 0.15, ownCourse: 0.05 };
/** No gears are better than this. */
const BEST_EFFICIENCY = 0.985;

interface UncertainRow {
  path: UncertainPath;
  label: string;
  /** By source; what is left out falls back to BY_SOURCE. */
  sigma: Partial<Record<Exclude<Source, 'learned'>, number>>;
  /** The same where the course that is driven was measured. */
  sigmaOnCourse?: number;
  measure: string;
  /** Multiplies the figure in a copy of a resolved plan. */
  scale: (copy: ResolvedPlan, factor: number) => void;
  /** While both are estimated. */
  correlatesWith?: { path: UncertainPath; correlation: number };
  learnable?: false;
  when?: (plan: PlanFile, resolved: ResolvedPlan) => boolean;
}

const brushless = (plan: PlanFile) => plan.motor.kind === 'brushless';
const isTypical = (path: FigurePath) => (_plan: PlanFile, resolved: ResolvedPlan) => givenAs(resolved, path) === 'typical';

/** Multiplies one path of heat out of the motor or the ESC. */
const heatPath =
  (name: keyof ResolvedPlan['heatPaths']): UncertainRow['scale'] =>
  (copy, factor) =>
    void (copy.heatPaths = { ...copy.heatPaths, [name]: copy.heatPaths[name] * factor });

export const UNCERTAIN_ROWS: readonly UncertainRow[] = [
  {
    path: 'motor.kvRpmPerV',
    label: 'kv',
    sigma: { label: 0.05, estimated: 0.15 },
    measure: 'Run it free at known volts with the pinion off and read the rpm; divide.',
    scale: scaleKv,
  },
  {
    path: 'motor.resistanceOhm',
    label: 'winding resistance',
    sigma: { estimated: 0.3, label: 0.2 },
    measure: 'Send a known few amps through two motor wires and read the volts across them; divide.',
    scale: (copy, factor) => {
      copy.motor.resistanceOhm *= factor;
      copy.motor.lagOhmPerRadS *= factor;
    },
  },
  {
    path: 'motor.noLoadCurrentA',
    label: 'no-load losses of the motor',
    sigma: { estimated: 0.4, label: 0.2 },
    correlatesWith: { path: 'motor.resistanceOhm', correlation: -0.4 },
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
    // Without a rating that of the usual one counts too: packs of cars are sold from 20 to 120C, of which the root counts.
    sigma: { estimated: 0.35, typical: 0.42 },
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
    sigma: { estimated: 0.35 },
    measure: 'Pull the car slowly over the ground with a luggage scale, pinion off: pull divided by weight.',
    scale: (copy, factor) => {
      copy.site.rollingResistance *= factor;
      copy.car.drivelineDrag *= factor;
      copy.tow.rollingResistance *= factor;
    },
  },
  {
    path: 'site.grip',
    label: 'grip',
    sigma: { estimated: 0.2 },
    correlatesWith: { path: 'site.rollingResistance', correlation: -0.5 },
    measure: 'Pull the car with the wheels held: the pull at which it slides, divided by its weight.',
    scale: (copy, factor) => void (copy.site.grip *= factor),
  },
  {
    path: 'car.driveEfficiency',
    label: 'efficiency of the drive',
    sigma: { estimated: 0.04 },
    measure: 'It shows in a logged run once drag and rolling are known.',
    scale: (copy, factor) =>
      void (copy.car.driveEfficiency = Math.min(Math.max(BEST_EFFICIENCY, copy.car.driveEfficiency), copy.car.driveEfficiency * factor)),
  },
  {
    path: 'car.tyre.diameterMm',
    label: 'tyre diameter',
    sigma: { measured: 0.01, label: 0.01, typical: 0.06, estimated: 0.01 },
    measure: 'Roll the car one turn of the wheel with its weight on; divide by 3.14.',
    scale: (copy, factor) => void (copy.car.tyreDiameterM *= factor),
  },
  {
    path: 'car.massKg',
    label: 'weight',
    sigma: { measured: 0.03, label: 0.03, typical: 0.12, estimated: 0.03 },
    measure: 'Weigh it ready to run, pack in.',
    scale: (copy, factor) => void (copy.car.massKg *= factor),
  },
  {
    path: 'car.internalRatio',
    label: 'ratio behind the spur',
    sigma: { typical: 0.05 },
    measure: 'Turn the wheel once and count turns of the spur.',
    scale: (copy, factor) => void (copy.ratio *= factor),
    when: isTypical('car.internalRatio'),
  },
  {
    path: 'gearing.pinion',
    learnable: false,
    label: 'pinion and spur',
    sigma: { typical: 0.15, estimated: 0.15 },
    measure: 'Count the teeth of pinion and spur.',
    scale: (copy, factor) => void (copy.ratio *= factor),
    when: ({ gearing }) => gearing.typical !== undefined,
  },
  {
    path: 'car.cgHeightMm',
    label: 'height of the weight',
    sigma: { typical: 0.15 },
    measure: 'Tip it on its side wheels: half the track where it balances.',
    scale: (copy, factor) => void (copy.car.cgHeightM *= factor),
    when: isTypical('car.cgHeightMm'),
  },
  {
    path: 'car.wheelMassG',
    learnable: false,
    label: 'weight of the wheels',
    sigma: { estimated: 0.25 },
    measure: 'Weigh one wheel with its tyre.',
    scale: (copy, factor) => void (copy.car.wheelMassKg *= factor),
  },
  {
    path: 'tyres.slip',
    learnable: false,
    label: 'slip of the tyres',
    sigma: { estimated: 0.4 },
    measure: 'GPS speed beside logged rpm, at full throttle and rolling gently.',
    scale: (copy, factor) => void (copy.site.slip *= factor),
  },
  {
    path: 'tyres.spinUp',
    learnable: false,
    label: 'what wheels take that spin',
    sigma: { estimated: 0.4 },
    measure: 'The peak of the current in a logged start.',
    scale: (copy, factor) => void (copy.spinUp *= factor),
  },
  {
    path: 'radio.receiver',
    learnable: false,
    label: 'what receiver and servo take',
    sigma: { estimated: 0.4 },
    measure: 'Amps from the pack while the car stands and is steered.',
    scale: (copy, factor) => void (copy.receiver *= factor),
  },
  {
    path: 'heat.windingToCan',
    label: 'how well heat leaves the winding',
    sigma: { estimated: 0.35 },
    measure: 'Can with an infrared thermometer right after a known run, and again a few minutes later: it rises first.',
    scale: heatPath('windingToCan'),
  },
  {
    path: 'heat.canToAir',
    label: 'how well the can is cooled',
    sigma: { estimated: 0.3 },
    measure: 'Can with an infrared thermometer right after a known run.',
    scale: heatPath('canToAir'),
  },
  {
    path: 'heat.esc',
    label: 'how well the ESC is cooled',
    sigma: { estimated: 0.35 },
    measure: 'ESC with an infrared thermometer right after a known run.',
    scale: heatPath('esc'),
  },
  {
    path: 'heat.capacity',
    label: 'how much heat parts hold',
    sigma: { estimated: 0.15 },
    measure: 'Temperatures a few times in the first minutes of a run.',
    scale: (copy, factor) => void (copy.heatCapacity *= factor),
  },
  {
    path: 'driver.fullThrottle',
    learnable: false,
    label: 'how long you keep full throttle',
    sigma: { estimated: DRIVER_SIGMA.usual },
    sigmaOnCourse: DRIVER_SIGMA.ownCourse,
    measure: 'A logged run shows it: seconds at full throttle in a minute.',
    scale: (copy, factor) => void (copy.driver.fullThrottle *= factor),
    when: (_plan, { run }) => hasOwnTiming(run.profile),
  },
  {
    path: 'driver.cornerSpeed',
    learnable: false,
    label: 'how fast you take corners',
    sigma: { estimated: CORNER_SIGMA.usual },
    sigmaOnCourse: CORNER_SIGMA.ownCourse,
    measure: 'A logged run shows it: the lowest speed of each corner.',
    scale: (copy, factor) => void (copy.driver.cornerSpeed *= factor),
    when: (_plan, { run }) => hasOwnTiming(run.profile),
  },
];
