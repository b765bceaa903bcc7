import type { LoggedRun } from './logged-run';
import type { Trace } from '../log/trace';
import { SURFACES, type PlanFile } from '../plan/plan-file';
import { PlanError } from '../plan/plan-error';
import { evidenceOf } from './evidence';
import type { Evidence } from './feature';
import { fit, type Fit } from './fit';
import { assemble } from './assemble';
import type { Matrix } from '../math/matrix';

/** Something that may have been noted wrongly, and how likely that is. */
export interface InputErrorHypothesis {
  id: string;
  /** “the pinion has 18 teeth, not 17”. */
  what: string;
  /** How many times likelier than that nothing was noted wrongly. */
  odds: number;
  /** The measurement that decides. */
  decide: string;
}

interface Candidate {
  id: string;
  what: string;
  decide: string;
  change: (run: LoggedRun) => LoggedRun;
  /** The one run that it is about; left out: all of them. */
  only?: number;
}

const KM_A_MILE = 1.609344;
const NONE_PRIOR = 0.9;
/** One is told when it is so many times likelier than none. */
const TOLD_AT = 20;

const ofPlan =
  (change: (plan: PlanFile) => PlanFile) =>
  (run: LoggedRun): LoggedRun => ({ ...run, plan: change(run.plan) });
const scaled = (trace: Trace, field: keyof Trace['fields'], factor: number): Trace =>
  trace.fields[field] ? { ...trace, fields: { ...trace.fields, [field]: trace.fields[field].map((value) => value * factor) } } : trace;

/** Runs that fit worst, by what their figures cost: one of them may have been noted wrongly by itself. */
const MOST_SINGLE = 3;
const FITS_BADLY = 2.5;

/** Slips of one run alone: another pinion was on that day than the one noted. */
function ofOneRun(runs: readonly LoggedRun[], evidences: readonly Evidence[], base: Fit): Candidate[] {
  if (runs.length < 2) return [];
  const worst = runs
    .map((run, place) => {
      const own = base.residuals.filter((one) => one.run === place).map(({ residual }) => Math.abs(residual));
      return { run, place, worst: Math.max(0, ...own) };
    })
    .filter((one) => one.worst > FITS_BADLY)
    .sort((a, b) => b.worst - a.worst)
    .slice(0, MOST_SINGLE);
  return worst.flatMap(({ run, place }) =>
    (['pinion', 'spur'] as const).flatMap((gear) => {
      const count = run.plan.gearing[gear];
      if (count === undefined) return [];
      return [-2, -1, 1, 2].map((by): Candidate => {
        const { name } = evidences[place]!;
        return {
          id: `${gear} ${by > 0 ? '+' : '−'}${Math.abs(by)} in ${name}`,
          what: `the ${gear} of “${name}” had ${count + by} teeth, not ${count}`,
          decide: `Count the teeth of the ${gear} that was on it.`,
          change: ofPlan((file) => ({ ...file, gearing: { ...file.gearing, [gear]: count + by } })),
          only: place,
        };
      });
    }),
  );
}

function candidates(runs: readonly LoggedRun[]): Candidate[] {
  const { plan } = runs[0]!;
  const { pinion, spur } = plan.gearing;
  const found: Candidate[] = [];
  const teeth = (gear: 'pinion' | 'spur', count: number | undefined) => {
    if (count === undefined) return;
    for (const by of [-2, -1, 1, 2])
      found.push({
        id: `${gear} ${by > 0 ? '+' : '−'}${Math.abs(by)}`,
        what: `the ${gear} has ${count + by} teeth, not ${count}`,
        decide: `Count the teeth of the ${gear}.`,
        change: ofPlan((file) =>
          file.gearing[gear] === undefined ? file : { ...file, gearing: { ...file.gearing, [gear]: file.gearing[gear] + by } },
        ),
      });
  };
  teeth('pinion', pinion);
  teeth('spur', spur);
  for (const factor of [0.9, 0.96, 1.04, 1.1])
    found.push({
      id: `tyre ${factor}`,
      what: `the tyre measures ${Number((plan.car.tyre.diameterMm * factor).toFixed(1))} mm, not ${plan.car.tyre.diameterMm} mm`,
      decide: 'Roll the car one turn of the wheel with its weight on, and divide by 3.14.',
      change: ofPlan((file) => ({ ...file, car: { ...file.car, tyre: { ...file.car.tyre, diameterMm: file.car.tyre.diameterMm * factor } } })),
    });
  for (const by of [-1, 1])
    if (plan.packs[0]!.cells + by >= 1)
      found.push({
        id: `cells ${by > 0 ? '+' : '−'}1`,
        what: `the pack has ${plan.packs[0]!.cells + by} cells, not ${plan.packs[0]!.cells}`,
        decide: 'Read the volts of the full pack, or count its balance wires less one.',
        change: ofPlan((file) => ({ ...file, packs: file.packs.map((pack) => ({ ...pack, cells: Math.max(1, pack.cells + by) })) })),
      });
  const ground = SURFACES.indexOf(plan.site.surface);
  for (const surface of [SURFACES[ground - 1], SURFACES[ground + 1]])
    if (surface && plan.site.rollingResistance === undefined)
      found.push({
        id: `ground ${surface}`,
        what: `the ground was rather like ${surface.replace('-', ' ')}`,
        decide: 'Pull the car slowly over it with a luggage scale, pinion off.',
        change: ofPlan((file) => ({ ...file, site: { ...file.site, surface } })),
      });
  const withRpm = runs.some((run) => run.trace?.fields.motorRpm);
  if (withRpm)
    for (const factor of [0.5, 2])
      found.push({
        id: `poles ×${1 / factor}`,
        what: `the motor has ${factor === 2 ? 'half' : 'twice'} the poles that were typed`,
        decide: 'Turn the shaft by hand and count its steps for one turn, or look at its label.',
        change: (run) => ({ ...run, ...(run.trace ? { trace: scaled(run.trace, 'motorRpm', factor) } : {}) }),
      });
  if (runs.some((run) => run.trace?.fields.speedMs ?? run.passes))
    for (const [id, what, factor] of [
      ['km/h as mph', 'speeds are km/h that were taken for mph', 1 / KM_A_MILE],
      ['mph as km/h', 'speeds are mph that were taken for km/h', KM_A_MILE],
    ] as const)
      found.push({
        id,
        what,
        decide: 'Look at the unit that the meter shows.',
        change: (run) => ({
          ...run,
          ...(run.trace ? { trace: scaled(run.trace, 'speedMs', factor) } : {}),
          ...(run.passes ? { passes: run.passes.map((pass) => ({ ...pass, speedMs: pass.speedMs * factor })) } : {}),
        }),
      });
  if (runs.some((run) => run.trace?.fields.packA && run.trace.fields.outputShare))
    found.push({
      id: 'motor current',
      what: 'the amps in the log are the motor’s, not the pack’s',
      decide: 'Look at what the ESC logs: under half throttle the motor’s amps are more than twice the pack’s.',
      change: (run) => {
        const { packA, outputShare } = run.trace?.fields ?? {};
        if (!run.trace || !packA || !outputShare) return run;
        const asked = packA.map((amps, i) => amps * Math.max(0, outputShare[i]!));
        return { ...run, trace: { ...run.trace, fields: { ...run.trace.fields, packA: asked } } };
      },
    });
  return found;
}

/** Tries one slip at a time, with the slopes of the fit without any, and weighs them by evidence. None is ever applied by itself. */
export function weighInputErrors(
  runs: readonly LoggedRun[],
  evidences: readonly Evidence[],
  base: Fit & { jacobian: Matrix[] },
  report: (share: number) => void = () => undefined,
): InputErrorHypothesis[] {
  const labels = evidences.map(({ features }) => features.map((one) => one.label));
  const all = [...candidates(runs), ...ofOneRun(runs, evidences, base)];
  const share = Math.log((1 - NONE_PRIOR) / Math.max(1, all.length)) - Math.log(NONE_PRIOR);
  return all
    .flatMap(({ id, what, decide, change, only }, i): InputErrorHypothesis[] => {
      report(i / all.length);
      const supposed = evidenceFor(
        runs.map((run, place) => (only === undefined || only === place ? change(run) : run)),
        labels,
      );
      // A slip that changes what can be seen in a log at all cannot be weighed against the same figures.
      if (!supposed || supposed.runs.some((run, r) => run.evidence.features.length !== base.jacobian[r]!.length)) return [];
      const { evidence } = fit(supposed.runs, supposed.parameters.priorPrecision(), { theta: base.theta, jacobian: base.jacobian });
      const odds = Math.exp(Math.min(50, evidence - base.evidence + share));
      return odds > TOLD_AT ? [{ id, what, odds, decide }] : [];
    })
    .sort((a, b) => b.odds - a.odds);
}

function evidenceFor(runs: readonly LoggedRun[], labels: readonly (readonly string[])[]) {
  try {
    return assemble(
      runs,
      runs.map((run, i) => evidenceOf(run, i, labels[i])),
    );
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}
